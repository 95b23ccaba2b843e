<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { ThingFoot } from '@/features/changes'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import PageState from '@/shared/components/PageState.vue'
import StaleNotice from '@/shared/components/StaleNotice.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay } from '@/shared/format/dates'
import { numberOrNull } from '@/shared/format/numbers'
import { type Aim, useCalendarFeed, useChangeWorkYear, useMakeFeed, useRevokeFeed, useWorkYear } from '../api'
import { aimWords, choicesOf } from '@/shared/labels'
import { useSession } from '@/features/people'

/** When the nursery works, which every plan keeps to; and the address at which a calendar reads what is due. */
useTitle(() => 'Working days')
const { user } = useSession()
const { data: year, isPending, error, refetch } = useWorkYear()
const { data: feed } = useCalendarFeed()
const change = useChangeWorkYear()
const make = useMakeFeed()
const revoke = useRevokeFeed()
const { attempt, at, foot, problem } = useProblem()

const WEEK = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map((title, value) => ({
  value,
  title,
}))

const HALVES = [
  { value: 'north' as const, title: 'northern half' },
  { value: 'south' as const, title: 'southern half' },
]
const form = reactive({
  days: [] as number[],
  off: [] as { day: string; name: string }[],
  half: 'north',
  hands: '6',
  usual: '75',
  thin: '40',
  aim: ['balanced'] as Aim[],
  week: '0.5',
  hazard: '5',
})
const seen = ref(1)
const adding = reactive({ day: isoDay(new Date()), name: '' })
const saved = ref(false)
watch(
  year,
  (y) => {
    if (!y) return
    seen.value = y.version
    Object.assign(form, {
      days: [...y.working_days],
      off: y.days_off.map((d) => ({ day: d.day, name: d.name ?? '' })),
      half: y.hemisphere ?? 'north',
      hands: String(y.hands),
      usual: String(Math.round(100 * (y.band_usual ?? 0.75))),
      thin: String(Math.round(100 * (y.band_thin ?? 0.4))),
      aim: [y.aim ?? 'balanced'],
      week: String(y.week_cost ?? 0.5),
      hazard: String(y.hazard_cost ?? 5),
    })
  },
  { immediate: true },
)
const yours = computed(() => ({
  working_days: [...form.days].sort(),
  days_off: [...form.off].sort((a, b) => a.day.localeCompare(b.day)),
  hemisphere: form.half as 'north' | 'south',
  hands: numberOrNull(form.hands) ?? 0,
  band_usual: (numberOrNull(form.usual) ?? 0) / 100,
  band_thin: (numberOrNull(form.thin) ?? 0) / 100,
  aim: form.aim[0] ?? ('balanced' as const),
  week_cost: numberOrNull(form.week) ?? 0,
  hazard_cost: numberOrNull(form.hazard) ?? 0,
}))
async function save() {
  saved.value = false
  saved.value = Boolean(await attempt(() => change.mutateAsync({ version: seen.value, ...yours.value })))
}
function add() {
  if (adding.day && !form.off.some((d) => d.day === adding.day)) form.off.push({ ...adding })
}

const path = ref('')
async function newAddress() {
  const made = await attempt(() => make.mutateAsync(undefined))
  if (made) path.value = `${window.location.origin}${made.path}`
}
async function stop() {
  path.value = ''
  await attempt(() => revoke.mutateAsync(undefined))
}
</script>

<template>
  <main class="page narrow">
    <h1>Working days</h1>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <form v-if="year" class="form" @submit.prevent="save">
      <p class="sentence">
        Ends of long steps and checks of bags fall on these days where they can; soaks never stretch.
      </p>
      <ChipChoice v-model="form.days" label="Working days" several :choices="WEEK" />
      <p v-if="at('/working_days').length" class="late">{{ at('/working_days')[0] }}</p>
      <h2>Days off</h2>
      <ul v-if="form.off.length" class="plain">
        <li v-for="(d, i) in form.off" :key="d.day">
          {{ day(d.day) }} <span class="quiet">{{ d.name }}</span>
          <button type="button" class="text-link" @click="form.off.splice(i, 1)">remove</button>
        </li>
      </ul>
      <div class="form-row">
        <DayField of="plan" v-model="adding.day" label="Day off" />
        <v-text-field v-model="adding.name" label="Purpose" maxlength="60" />
        <v-btn variant="outlined" color="primary" @click="add">Add</v-btn>
      </div>
      <div class="form-row">
        <v-select v-model="form.half" :items="HALVES" label="On the" />
        <v-text-field
          v-model="form.hands"
          label="Starts and finishes per day"
          inputmode="numeric"
          :error-messages="at('/hands')"
        />
      </div>
      <h2>Limits for sowing</h2>
      <p class="quiet">Decide says “sow as usual” above the first limit, and “better seed” below the second.</p>
      <div class="form-row">
        <v-text-field
          v-model="form.usual"
          label="Sow as usual from (%)"
          inputmode="decimal"
          :error-messages="at('/band_usual')"
        />
        <v-text-field
          v-model="form.thin"
          label="Look for better seed below (%)"
          inputmode="decimal"
          :error-messages="at('/band_thin')"
        />
      </div>
      <h2>Aim of decisions</h2>
      <p class="quiet">
        The aim sets how many seeds of 100 you would give up to save a week or to avoid a hazard.<br />Most plants:
        none. Balanced: half a seed per week, 5 per hazard. Soonest: 2 per week, 5 per hazard.
      </p>
      <ChipChoice v-model="form.aim" label="Aim" :choices="choicesOf(aimWords)" />
      <div v-if="form.aim[0] === 'own'" class="form-row">
        <v-text-field
          v-model="form.week"
          label="Seeds of 100 per week"
          inputmode="decimal"
          :error-messages="at('/week_cost')"
        />
        <v-text-field
          v-model="form.hazard"
          label="Seeds of 100 per hazard"
          inputmode="decimal"
          :error-messages="at('/hazard_cost')"
        />
      </div>
      <StaleNotice :problem="problem" :yours="yours" @over="(version) => (seen = version)" />
      <p v-if="saved" class="notice" role="status">Saved. New plans follow it.</p>
      <FormFoot
        v-if="user?.may_plan"
        action="Save"
        :busy="change.isPending.value"
        :sentence="
          problem?.current
            ? ''
            : foot('/working_days', '/hands', '/band_usual', '/band_thin', '/week_cost', '/hazard_cost')
        "
        @leave="$router.push('/')"
      />
    </form>
    <h2>Your calendar</h2>
    <p>
      Any calendar that accepts an address can show your tasks. You can also save them
      <a href="/api/v1/calendar-file/" download>once as a file</a>.
    </p>
    <p v-if="path" class="notice">
      Your address, shown this once: <code class="code address">{{ path }}</code> Anyone who has it can read your tasks
      without signing in.
    </p>
    <p v-else-if="feed?.exists" class="quiet">
      You have an address. It is not shown again; a new one replaces it, and the old one stops working.
    </p>
    <div class="actions">
      <v-btn variant="outlined" color="primary" :loading="make.isPending.value" @click="newAddress">{{
        feed?.exists ? 'Make a new address' : 'Make an address'
      }}</v-btn>
      <v-btn v-if="feed?.exists" variant="text" @click="stop">Turn off the address</v-btn>
    </div>
    <ThingFoot v-if="year" kind="work_year" :id="1" name="the working days" />
  </main>
</template>

<style scoped>
h2 {
  margin-top: 14px;
}

.address {
  display: block;
  overflow-wrap: anywhere;
}
</style>
