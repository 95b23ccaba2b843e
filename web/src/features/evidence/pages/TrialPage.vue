<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { ThingFoot } from '@/features/changes'
import { BagsButton } from '@/features/batches'
import { useSession } from '@/features/people'
import { AddTreatment, RetreatUngerminated, useTrialChanges } from '@/features/trials'
import LotLinks from '@/shared/components/LotLinks.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import PageState from '@/shared/components/PageState.vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay } from '@/shared/format/dates'
import { plural, seeds } from '@/shared/format/numbers'
import { closureWords, criterionWords, lightWords, mediumWords } from '@/shared/labels'
import { degrees, degreesShown } from '@/shared/format/units'
import { useOverview } from '../api'
import DishMap from '../components/DishMap.vue'
import NextSteps from '../components/NextSteps.vue'
import TrialFurrows from '../components/TrialFurrows.vue'
import TrialTimeline from '../components/TrialTimeline.vue'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data: trial, isPending, error, refetch } = useOverview(id)
const { sow, takeBackSowing, open } = useTrialChanges()
const { attempt, sentence, question } = useProblem()
useTitle(() => trial.value?.code ?? 'Trial')

const today = isoDay(new Date())
const size = computed(() => {
  const t = trial.value
  if (!t) return ''
  const per = t.furrows[0]
  const dishes = per?.dishes.length ?? 0
  const each = per?.dishes[0]?.sown ?? 0
  if (packets.value) return `${plural(t.furrows.length, 'packet')}, ${seeds(t.seeds, t.seeds_estimated)} seeds`
  return `${plural(t.furrows.length, 'treatment')} × ${plural(dishes, 'dish', 'dishes')} × ${each} seeds = ${seeds(t.seeds, t.seeds_estimated)} seeds`
})
const warmth = computed(() => {
  const t = trial.value
  if (!t || t.temperature_c === null) return ''
  return t.night_temperature_c === null
    ? degrees(t.temperature_c)
    : `${degreesShown(t.temperature_c)} / ${degrees(t.night_temperature_c)} day / night`
})
const unbagged = computed(() => trial.value?.furrows.filter((f) => f.steps.length && !f.bag?.codes.length).length ?? 0)
const doing = ref<'add' | 'send' | null>(null)
const opened = computed(() => trial.value?.dishes.filter((d) => !d.pips.closed && !d.pips.set_aside) ?? [])
const left = (p: { sown: number; germinated: number; abnormal: number; rotted: number; lost: number }) =>
  p.sown - p.germinated - p.abnormal - p.rotted - p.lost
const toSend = computed(() =>
  opened.value.map((d) => ({ id: d.pips.id, code: d.pips.code, left: left(d.pips) })).filter((d) => d.left > 0),
)
const packets = computed(() => trial.value?.kind === 'packet_day')
const looked = computed(() => trial.value?.furrows.some((f) => f.look_days.length) ?? false)
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="trial">
      <div class="top">
        <h1>{{ trial.question }}</h1>
        <div class="actions no-print">
          <v-btn
            v-if="trial.state === 'counting' && user?.may_count"
            color="primary"
            :to="{ name: 'count', params: { id } }"
            >Count now</v-btn
          >
          <v-btn
            v-if="trial.state === 'planned' && user?.may_count"
            color="primary"
            :loading="sow.isPending.value"
            @click="attempt(() => sow.mutateAsync({ id, sure: false }))"
            >All dishes sown now</v-btn
          >
          <v-btn
            v-if="trial.state === 'counting' && !looked && user?.may_count"
            variant="text"
            color="primary"
            @click="attempt(() => takeBackSowing.mutateAsync(id))"
            >Undo: not sown</v-btn
          >
          <v-btn v-if="!looked" variant="outlined" color="primary" :to="{ name: 'set-up', params: { id } }"
            >Set up</v-btn
          >
          <v-btn v-if="packets" variant="outlined" color="primary" :to="{ name: 'packets', params: { id } }"
            >Results</v-btn
          >
          <template v-else-if="looked">
            <v-btn variant="outlined" color="primary" :to="{ name: 'compare', params: { id } }">Compare</v-btn>
            <v-btn variant="outlined" color="primary" :to="{ name: 'decide', params: { id } }">Decide</v-btn>
          </template>
        </div>
      </div>
      <p v-if="sentence" class="notice" :class="{ bad: !question }" role="alert">
        {{ sentence }}
        <button
          v-if="question"
          type="button"
          class="text-link"
          @click="attempt(() => sow.mutateAsync({ id, sure: true }))"
        >
          Out of treatment: sow
        </button>
      </p>
      <p class="facts">
        <span class="code">{{ trial.code }}</span>
        <span
          ><LotLinks :lots="trial.lots" />, {{ trial.lot_name
          }}<template v-if="trial.origin_place && trial.lot !== null">, {{ trial.origin_place }}</template></span
        >
        <span>{{ size }}</span>
        <span>{{ trial.sown_on ? `sown ${day(trial.sown_on)}` : `to be sown ${day(trial.sow_on)}` }}</span>
        <span
          >{{ mediumWords[trial.medium] }}, {{ lightWords[trial.light] }}, {{ closureWords[trial.closure]
          }}<template v-if="warmth">, {{ warmth }}</template></span
        >
        <span>counts: {{ criterionWords[trial.criterion] }}</span>
      </p>
      <HazardBanner :hazards="trial.hazards" :cares="trial.cares" :also="trial.hazard_note" />
      <nav class="ways no-print" aria-label="This trial">
        <RouterLink v-if="looked" :to="{ name: 'set-up', params: { id } }">Set-up sheet and map</RouterLink>
        <RouterLink v-if="looked" :to="{ name: 'report', params: { id } }">Report</RouterLink>
        <RouterLink v-if="trial.state === 'counting'" :to="{ name: 'bench-sheet', params: { id } }"
          >Bench sheet</RouterLink
        >
        <RouterLink v-if="trial.state === 'counting' && looked" :to="{ name: 'close-trial', params: { id } }"
          >Close the dishes</RouterLink
        >
        <template v-if="user?.may_plan">
          <button
            v-if="trial.state !== 'closed' && !packets"
            type="button"
            @click="doing = doing === 'add' ? null : 'add'"
          >
            Add a treatment
          </button>
          <button
            v-if="trial.state === 'counting' && looked"
            type="button"
            @click="doing = doing === 'send' ? null : 'send'"
          >
            Treat the ungerminated seeds
          </button>
          <RouterLink v-if="!packets" :to="{ name: 'new-trial', query: { copy: id } }"
            >Repeat with another lot</RouterLink
          >
        </template>
      </nav>
      <AddTreatment
        v-if="doing === 'add'"
        :trial="id"
        :dishes="trial.furrows[0]?.dishes.length ?? 4"
        :seeds="trial.furrows[0]?.dishes[0]?.sown ?? 25"
        :lots="trial.lots"
        @done="doing = null"
      />
      <RetreatUngerminated v-if="doing === 'send'" :trial="id" :dishes="toSend" @done="doing = null" />
      <BagsButton v-if="trial.state === 'planned' && user?.may_plan && unbagged" :trial="id" :left="unbagged" />
      <p v-for="c in trial.cautions" :key="c" class="notice bad">{{ c }}</p>
      <div class="columns">
        <section aria-label="Furrows">
          <TrialFurrows :trial="trial" />
          <template v-for="f in trial.furrows" :key="f.id">
            <p v-if="f.bag" class="bag quiet">
              <strong>{{ f.name }}</strong>, {{ f.bag.codes.length > 1 ? 'bags' : 'bag' }}
              <span class="code">{{ f.bag.codes.join(', ') }}</span>:
              {{ f.bag.sentences.join(' ') || 'in treatment.' }}
            </p>
          </template>
          <template v-for="f in trial.furrows" :key="`s${f.id}`">
            <p v-for="s in f.stretches" :key="s.name" class="bag quiet">
              <strong>{{ f.name }}</strong>: ungerminated seeds treated again as “{{ s.name }}” on day
              {{ Math.round(s.from_day) }}: {{ s.germinated }} of {{ s.left }} have germinated since, in
              {{ plural(s.dishes, 'dish', 'dishes') }}. Recorded separately, not part of {{ f.name }}’s share.
            </p>
            <p v-if="f.added_on" class="bag quiet">
              <strong>{{ f.name }}</strong> was added on {{ day(f.added_on) }}: not run at the same time.
            </p>
          </template>
          <p v-if="trial.interim" class="interim">Interim: counting continues, so these figures may change.</p>
          <p v-if="trial.sentence" class="sentence say"><QuotedText :text="trial.sentence" /></p>
          <p v-else-if="trial.state !== 'planned'" class="sentence say quiet">Not looked at yet.</p>
        </section>
        <aside>
          <NextSteps :trial="trial" :today-iso="today" />
          <DishMap :dishes="trial.dishes" :trial="id" :tray="trial.medium === 'tray'" />
          <p v-if="trial.codes_hidden" class="quiet small">
            Blind: the map does not show treatments.
            <button
              v-if="trial.state === 'closed' && user?.may_plan"
              type="button"
              class="link"
              @click="attempt(() => open.mutateAsync({ id, version: trial!.version }))"
            >
              Open it
            </button>
          </p>
        </aside>
      </div>
      <TrialTimeline v-if="trial.state !== 'planned'" :id="id" :may-count="user?.may_count ?? false" />
      <ThingFoot kind="trial" :id="id" :name="trial.code" deletable />
    </template>
  </main>
</template>

<style scoped>
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
  margin: 6px 0 12px;
  color: var(--ink-2);
  font-size: 0.95rem;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 286px;
  gap: 36px;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 0 22px;
  align-items: center;
  margin-bottom: 8px;
}

.ways > * {
  min-height: 44px;
  padding: 0;
  color: var(--leaf);
  line-height: 44px;
  text-decoration: underline;
}

.interim {
  margin: 10px 0 0;
  padding-left: 10px;
  border-left: 4px solid var(--care);
}

.bag {
  max-width: 760px;
  margin: 4px 0;
  font-size: 0.92rem;
}

.say {
  max-width: 700px;
  margin-top: 14px;
}

.top {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
  justify-content: space-between;
}

.small {
  font-size: 0.9rem;
}

.link {
  min-height: 44px;
  color: var(--leaf);
  text-decoration: underline;
}

@media (max-width: 900px) {
  .columns {
    display: flex;
    flex-direction: column;
    gap: 20px;
  }
}
</style>
