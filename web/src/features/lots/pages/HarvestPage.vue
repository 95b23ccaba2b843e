<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useStand, useStandTimeline } from '@/features/stands'
import { useTaxa } from '@/features/taxa'
import { useSession } from '@/features/people'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import LabelBench from '@/shared/components/LabelBench.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { isoDay } from '@/shared/format/dates'
import { numberOrNull, percent, withDoubt } from '@/shared/format/numbers'
import { choicesOf, precisionWords, purposeWords } from '@/shared/labels'
import { useHarvest, usePurposes, type HarvestRequest } from '../api'
import HarvestLots, { type HarvestRow } from '../components/HarvestLots.vue'

const route = useRoute()
const router = useRouter()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data: stand, isPending, error, refetch } = useStand(id)
const { data: timeline } = useStandTimeline(id)
const { data: taxa } = useTaxa()
const harvest = useHarvest()
const { attempt, at, foot, question } = useProblem()
useTitle(() => 'Harvest')

const PURPOSES = choicesOf(purposeWords)
const { data: purposes } = usePurposes()
const advice = computed(() => purposes.value?.find((p) => p.purpose === form.purpose[0]))
const form = reactive({
  collected_on: isoDay(new Date()),
  precision: 'day' as keyof typeof precisionWords,
  collector: '',
  leave: '',
  purpose: ['restoration'] as (keyof typeof purposeWords)[],
  parents: '',
  ripe: '',
  taken: '',
  weather: '',
  note: '',
  more: false,
})
watch(user, (who) => (form.collector ||= who?.initials ?? ''), { immediate: true })
const lots = ref<HarvestRow[]>([{ code: '', form: '', ripeness: 'ripe', amount: '', unit: 'g', hazards: [] }])
const hazards = computed(() => {
  if (stand.value && !stand.value.taxon) return ['possibly_poisonous' as const]
  return taxa.value?.results.find((t) => t.id === stand.value?.taxon)?.hazards ?? []
})
/** The share of the ripe seed that is taken, once both are written. */
const taken = computed(() => {
  const [some, all] = [numberOrNull(form.taken), numberOrNull(form.ripe)]
  return some !== null && all ? Math.min(1, some / all) : null
})
const codes = computed(() =>
  lots.value
    .map((l) => l.code)
    .filter(Boolean)
    .join(', '),
)
const needsLeave = computed(() => stand.value && !stand.value.own_ground && !stand.value.leave_by)

async function save(sure = false) {
  const body: HarvestRequest = {
    stand: id.value,
    collected_on: form.collected_on,
    collected_precision: form.precision,
    collector: form.collector,
    leave: form.leave,
    purpose: form.purpose[0] ?? 'trial',
    parents: numberOrNull(form.parents),
    ripe_seeds: numberOrNull(form.ripe),
    taken_seeds: numberOrNull(form.taken),
    weather: form.weather,
    note: form.note,
    more_to_come: form.more,
    sure,
    lots: lots.value.map((l) => ({ ...l, amount: numberOrNull(l.amount), known: 'guessed' as const })),
  }
  const made = await attempt(() => harvest.mutateAsync(body))
  const first = made?.[0]
  if (!first) return
  await router.push(
    made.length === 1 ? { name: 'lot', params: { id: first.id } } : { name: 'stand', params: { id: id.value } },
  )
}
const FIELDS = ['/leave', '/collected_on', '/parents', '/ripe_seeds', '/taken_seeds', '/amount', '/code']
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="stand">
      <CrumbTrail
        :steps="[
          { words: 'Stands', to: '/stands' },
          { words: stand.common_name, to: { name: 'stand', params: { id } } },
        ]"
      />
      <h1>Harvest at {{ stand.place_name }}</h1>
      <HazardBanner :hazards="hazards" />
      <LabelBench :title="`Harvest of ${stand.common_name}, as on its bags.`" :code="codes" @save="save()">
        <div class="form-row">
          <DayField v-model="form.collected_on" label="Day" :messages="at('/collected_on')" />
          <v-select v-model="form.precision" :items="choicesOf(precisionWords)" label="Date accuracy" />
          <v-text-field v-model="form.collector" label="Collector" />
          <v-text-field v-model="form.weather" label="Weather" placeholder="dry, still" />
        </div>
        <v-text-field
          v-model="form.leave"
          label="Permission"
          :hint="needsLeave ? 'Permit or landowner; “own land” is fine' : 'Only if different from the stand’s'"
          persistent-hint
          :placeholder="stand.own_ground ? 'own land' : stand.leave_by"
          :error-messages="at('/leave').concat(at('/stand'))"
        />
        <ChipChoice v-model="form.purpose" label="What the seed is for" :choices="PURPOSES" />
        <div class="form-row">
          <v-text-field
            v-model="form.parents"
            label="Parent plants"
            inputmode="numeric"
            :error-messages="at('/parents')"
          />
          <v-text-field
            v-model="form.ripe"
            label="≈ ripe seeds on the stand"
            inputmode="numeric"
            :error-messages="at('/ripe_seeds')"
          />
          <v-text-field
            v-model="form.taken"
            label="≈ seeds taken"
            inputmode="numeric"
            :error-messages="at('/taken_seeds')"
          />
        </div>
        <h2>Lots from this harvest</h2>
        <HarvestLots v-model="lots" :at="at" />
        <v-text-field v-model="form.note" label="Note" maxlength="300" />
        <template #beside>
          <p>Collect on a dry, still day, into paper, from healthy plants only. Permits and local rules come first.</p>
          <p v-if="advice">{{ advice.parents }}</p>
          <p v-if="advice">{{ advice.cleaning }}</p>
          <p v-if="timeline?.row.estimate">
            The stand bore {{ withDoubt(timeline.row.estimate.seeds, timeline.row.estimate.se_seeds) }} seeds at its
            latest estimate.
          </p>
          <p v-if="taken !== null" role="status">You take ≈ {{ percent(taken) }} % of the ripe seed.</p>
          <label class="tick"
            ><input v-model="form.more" type="checkbox" /> More will ripen: keep watching this stand</label
          >
          <FormFoot
            action="Record the harvest"
            :busy="harvest.isPending.value"
            :question="question"
            :sentence="foot(...FIELDS)"
            @leave="router.push({ name: 'stand', params: { id } })"
            @sure="save(true)"
          />
        </template>
      </LabelBench>
    </template>
  </main>
</template>
