<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { LotField, type LotRow } from '@/features/lots'
import { useSession } from '@/features/people'
import { PlaceField } from '@/features/places'
import { checkRecipe, useDormancy, useRecipes } from '@/features/recipes'
import { useTaxa } from '@/features/taxa'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { listedAll } from '@/shared/composables/listed'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, dayAfter, isoDay, weekdayShort } from '@/shared/format/dates'
import { numberOrNull, plural } from '@/shared/format/numbers'
import { choicesOf, modeWords, seasonWords } from '@/shared/labels'
import { layPlan, usePutIn, type PlanRequest, type PlanView } from '../api'
import PlanFurrows from '../components/PlanFurrows.vue'

/** Treatments laid on the calendar, back from a sowing day or on from today; a start can be dragged, and the plan says what moved. */
useTitle(() => 'Plan')
const route = useRoute()
const router = useRouter()
const { user } = useSession()
const { data: recipes } = useRecipes()
const { data: taxa } = useTaxa()
const put = usePutIn()
const { attempt, at, foot, question } = useProblem()

const asked = (Array.isArray(route.query.recipe) ? route.query.recipe : [route.query.recipe])
  .map(Number)
  .filter(Boolean)
const chosen = ref<number[]>(asked)
const moved = reactive<Record<number, string>>({})
const mode = ref<(keyof typeof modeWords)[]>(['sow_together'])
const on = ref(dayAfter(isoDay(new Date()), 84))
const place = ref<number | null>(null)
const lot = ref<number | null>(route.query.lot ? Number(route.query.lot) : null)
const row = ref<LotRow | null>(null)
const seeds = ref('100')
const untreated = ref(true)

const season = computed(() => taxa.value?.results.find((t) => t.scientific_name === row.value?.name)?.sow_season ?? '')
const items = computed(() =>
  (recipes.value?.results ?? [])
    .filter((r) => r.steps.length)
    .map((r) => ({ value: r.id, title: r.name }))
    .sort((a, b) => a.title.localeCompare(b.title, 'en', { numeric: true })),
)
const shown = computed({ get: () => listedAll(chosen.value, items.value), set: (ids) => (chosen.value = ids) })
const nameOf = (id: number) => items.value.find((i) => i.value === id)?.title ?? ''
const body = computed<PlanRequest>(() => ({
  mode: mode.value[0],
  on: on.value,
  place: place.value,
  season: season.value || '',
  items: [
    ...(untreated.value ? [{ name: 'untreated', recipe: null }] : []),
    ...chosen.value.map((id) => ({ name: nameOf(id), recipe: id, start: moved[id] ?? null })),
  ],
}))

const view = ref<PlanView | null>(null)
const said = ref<string[]>([])
const trouble = ref('')
let wanted = 0
watch(
  body,
  async (now) => {
    const mine = ++wanted
    if (!now.items.length || !now.on || !recipes.value) return
    const before = view.value
    const made = await attempt(() => layPlan(now))
    if (mine !== wanted || !made) return
    said.value = before ? changes(before, made) : []
    view.value = made
  },
  { immediate: true, deep: true },
)

// a treatment for seed that needs none is no error, but it is said
const { data: dormancy } = useDormancy(lot)
const needless = ref('')
watch([dormancy, chosen, recipes], async () => {
  const steps = recipes.value?.results.filter((r) => chosen.value.includes(r.id)).flatMap((r) => r.steps) ?? []
  const likely = dormancy.value?.likely ?? null
  const found = likely && steps.length ? await attempt(() => checkRecipe(steps, likely)) : []
  needless.value = found?.find((a) => a.rule === 'nothing_needed')?.sentence ?? ''
})

/** What moved against the plan before, one sentence a treatment. */
function changes(before: PlanView, after: PlanView): string[] {
  return after.treatments.flatMap((t) => {
    const old = before.treatments.find((x) => x.name === t.name)
    if (!old || (old.start.slice(0, 10) === t.start.slice(0, 10) && old.sow.slice(0, 10) === t.sow.slice(0, 10)))
      return []
    const parts = [
      old.start.slice(0, 10) !== t.start.slice(0, 10)
        ? `begins ${weekdayShort(t.start)} instead of ${weekdayShort(old.start)}`
        : '',
      old.sow.slice(0, 10) !== t.sow.slice(0, 10)
        ? `is sown ${weekdayShort(t.sow)} instead of ${weekdayShort(old.sow)}`
        : '',
    ]
    return [`${t.name} ${parts.filter(Boolean).join(' and ')}.`]
  })
}
const movedNames = computed(() => chosen.value.filter((id) => moved[id]).map(nameOf))
function unmove() {
  for (const id of Object.keys(moved)) delete moved[Number(id)]
}
function drag(name: string, start: string) {
  const id = chosen.value.find((x) => nameOf(x) === name)
  if (id !== undefined) moved[id] = start
}
function latest(days: number): string {
  if (days < 0) return `its start was ${plural(-days, 'day')} ago`
  return days === 0 ? 'its latest start is today' : `latest start is in ${plural(days, 'day')}`
}

async function putIn(sure = false) {
  trouble.value =
    lot.value === null
      ? 'Choose the lot that the seed comes from.'
      : chosen.value.length
        ? ''
        : 'Choose at least one recipe.'
  if (trouble.value || lot.value === null || !view.value) return
  const from = lot.value
  const made: number[] = []
  for (const id of chosen.value) {
    const done = await attempt(() =>
      put.mutateAsync({
        lot: from,
        recipe: id,
        seeds: numberOrNull(seeds.value) ?? 0,
        place: place.value,
        mode: moved[id] ? 'start_together' : mode.value[0],
        on: moved[id] ?? on.value,
        // what is kept is what was shown
        steps: view.value?.treatments.find((t) => t.recipe === id)?.steps.map(({ start, end }) => ({ start, end })),
        sure,
      }),
    )
    if (!done) break
    made.push(done.id)
  }
  // what was put in is done; what was refused stays chosen
  chosen.value = chosen.value.slice(made.length)
  if (made.length && !chosen.value.length) await router.push({ name: 'batch', params: { id: made.at(-1) } })
}
</script>

<template>
  <main class="page">
    <h1>Plan treatments</h1>
    <div class="columns">
      <form class="form" @submit.prevent="putIn()">
        <v-autocomplete v-model="shown" :items="items" label="Recipes" multiple chips closable-chips />
        <label class="tick"><input v-model="untreated" type="checkbox" /> Include untreated seed as the control</label>
        <ChipChoice v-model="mode" label="Schedule" :choices="choicesOf(modeWords)" />
        <p v-if="view" class="quiet">{{ view.why }}</p>
        <DayField
          of="plan"
          v-model="on"
          :label="mode[0] === 'sow_together' ? 'Sow on' : 'Start on'"
          :messages="at('/on')"
        />
        <PlaceField v-model="place" label="Place of the bags" :messages="at('/place')" />
        <template v-if="user?.may_plan">
          <h2>Put seed into bags now</h2>
          <LotField v-model="lot" label="Lot" :messages="at('/lot')" @chosen="(r) => (row = r)" />
          <v-text-field v-model="seeds" label="Seeds in each bag" inputmode="numeric" :error-messages="at('/seeds')" />
          <p v-if="trouble" class="notice bad" role="alert">{{ trouble }}</p>
          <FormFoot
            :action="`Put in ${plural(chosen.length, 'bag')}`"
            :busy="put.isPending.value"
            :disabled="!chosen.length"
            :question="question"
            :sentence="foot('/on', '/lot', '/seeds', '/place')"
            leave="Cancel"
            @leave="router.push('/recipes')"
            @sure="putIn(true)"
          />
        </template>
      </form>
      <section v-if="view" aria-label="The plan">
        <p class="sentence">
          <template v-if="view.sow_first === view.sow_last">Sown on {{ day(view.sow_first) }}.</template>
          <template v-else>Sown from {{ day(view.sow_first) }} to {{ day(view.sow_last) }}.</template>
          <template v-if="view.collect_by && view.clean_by">
            Seed is collected by {{ day(view.collect_by) }} and clean by {{ day(view.clean_by) }}.</template
          >
        </p>
        <p v-if="view.window_opens && season" class="notice" :class="{ bad: view.in_window === false }">
          {{ row?.common_name }} is usually sown in {{ seasonWords[season] }}: {{ day(view.window_opens) }} to
          {{ day(view.window_closes ?? view.window_opens) }}, a starting point.
          <template v-if="view.in_window === false">This plan sows it outside that window.</template>
        </p>
        <p v-if="needless" class="notice">{{ needless }}</p>
        <PlanFurrows :view="view" :today="isoDay(new Date())" :movable="chosen.map(nameOf)" @drag="drag" />
        <p v-if="said.length" class="notice" role="status">
          <span v-for="s in said" :key="s">{{ s }} </span>
        </p>
        <p v-if="movedNames.length" class="quiet">
          Moved by hand: {{ movedNames.join(', ') }}.
          <button type="button" class="text-link" @click="unmove">Back to the plan</button>
        </p>
        <ul class="plain">
          <li v-for="t in view.treatments" :key="t.name">
            <strong class="treatment">{{ t.name }}</strong>
            <template v-if="t.steps.length">
              {{ weekdayShort(t.start) }} to {{ weekdayShort(t.sow) }};
              <span :class="{ late: t.latest_start_in < 0 }">{{ latest(t.latest_start_in) }}</span></template
            >
            <template v-else> sown untreated, {{ weekdayShort(t.sow) }}</template>
            <div v-for="n in t.notes" :key="n.sentence" class="quiet">{{ n.sentence }}</div>
            <div v-for="a in t.advice" :key="a" class="late">{{ a }}</div>
          </li>
        </ul>
        <p v-for="c in view.clashes" :key="c.sentence" class="notice bad">
          <strong>{{ c.what === 'space' ? 'No room' : 'Too few hands' }}.</strong> {{ c.sentence }}
        </p>
        <p v-for="w in view.warnings" :key="w" class="notice bad">{{ w }}</p>
        <p v-if="!chosen.length" class="quiet">Choose recipes to see their timelines (furrows) here.</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.columns {
  grid-template-columns: minmax(280px, 340px) minmax(0, 1fr);
}

.treatment {
  margin-right: 0.5em;
}

section > .notice {
  margin: 8px 0;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 16px;
  }
}
</style>
