<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { fetchLotRows, LotField, type LotRow } from '@/features/lots'
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
import { amountWords } from '@/shared/format/amount'
import { idsIn } from '@/shared/format/address'
import { day, dayAfter, isoDay, weekdayShort } from '@/shared/format/dates'
import { numberOrNull, plural } from '@/shared/format/numbers'
import { choicesOf, modeWords, seasonWords } from '@/shared/labels'
import { layPlan, usePutIn, type PlanRequest, type PlanView } from '../api'
import PlanFurrows from '../components/PlanFurrows.vue'
import { movedRows, movedWords, type Planned } from '../logic/planned'

/** Lots and treatments laid on the calendar, back from a sowing day or on from today; a start can be dragged, and the plan says what moved. */
useTitle(() => 'Plan')
const route = useRoute()
const router = useRouter()
const { user } = useSession()
const { data: recipes } = useRecipes()
const { data: taxa } = useTaxa()
const put = usePutIn()
const { attempt, at, foot, question } = useProblem()

const chosen = ref(idsIn(route.query.recipe))
/** Starts that somebody moved, by the key of the row. */
const moved = reactive<Record<string, string>>({})
const mode = ref<(keyof typeof modeWords)[]>(['sow_together'])
const on = ref(dayAfter(isoDay(new Date()), 84))
const place = ref<number | null>(route.query.place ? Number(route.query.place) : null)
/** The lot that is just being added to those planned. */
const lot = ref<number | null>(null)
const askedLots = idsIn(route.query.lot)
const lots = ref<LotRow[]>([])
function addLot(found: LotRow | null) {
  if (!found) return
  if (!lots.value.some((l) => l.id === found.id)) lots.value = [...lots.value, found]
  lot.value = null
}
onMounted(async () => {
  for (const found of (await attempt(() => fetchLotRows(askedLots))) ?? []) addLot(found)
})
const row = computed(() => lots.value[0] ?? null)
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
/** Each recipe for each lot, as long as it was not put in; without a lot each recipe by itself. */
const done = ref(new Set<string>())
const rows = computed(() => {
  const all = lots.value.length ? lots.value : [null]
  return all
    .flatMap((l) => chosen.value.map((recipe) => ({ key: `${l?.id ?? ''}:${recipe}`, lot: l, recipe, name: [nameOf(recipe), all.length > 1 && l ? l.code : ''].filter(Boolean).join(' · ') })))
    .filter((r) => !done.value.has(r.key))
}) // prettier-ignore
const movable = computed(() => new Set(rows.value.map((r) => r.key)))
const body = computed<PlanRequest>(() => ({
  mode: mode.value[0],
  on: on.value,
  place: place.value,
  season: season.value || '',
  items: [
    ...(untreated.value ? [{ key: 'untreated', name: 'untreated', recipe: null }] : []),
    ...rows.value.map(({ key, name, recipe }) => ({ key, name: name.slice(0, 80), recipe, start: moved[key] ?? null })),
  ],
}))

const view = ref<PlanView | null>(null)
const shifted = ref(new Map<string, Planned>())
const said = computed(() => (view.value ? movedWords(view.value, shifted.value) : []))
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
    shifted.value = movedRows(before, made)
    view.value = made
  },
  { immediate: true, deep: true },
)

// a treatment for seed that needs none is no error, but it is said
const { data: dormancy } = useDormancy(() => row.value?.id ?? null)
const needless = ref('')
watch([dormancy, chosen, recipes], async () => {
  const steps = recipes.value?.results.filter((r) => chosen.value.includes(r.id)).flatMap((r) => r.steps) ?? []
  const likely = dormancy.value?.likely ?? null
  const found = likely && steps.length ? await attempt(() => checkRecipe(steps, likely)) : []
  needless.value = found?.find((a) => a.rule === 'nothing_needed')?.sentence ?? ''
})

const movedNames = computed(() => rows.value.filter((r) => moved[r.key]).map((r) => r.name))
function unmove() {
  for (const key of Object.keys(moved)) delete moved[key]
}
function latest(days: number): string {
  if (days < 0) return `its start was ${plural(-days, 'day')} ago`
  return days === 0 ? 'its latest start is today' : `latest start is in ${plural(days, 'day')}`
}

async function putIn(sure = false) {
  trouble.value = !lots.value.length
    ? 'Choose the lot that the seed comes from.'
    : chosen.value.length
      ? ''
      : 'Choose at least one recipe.'
  const shown = view.value
  if (trouble.value || !shown) return
  const made: number[] = []
  for (const r of rows.value) {
    if (!r.lot) continue
    const from = r.lot.id
    const bag = await attempt(() =>
      put.mutateAsync({
        lot: from,
        recipe: r.recipe,
        seeds: numberOrNull(seeds.value) ?? 0,
        place: place.value,
        mode: moved[r.key] ? 'start_together' : mode.value[0],
        on: moved[r.key] ?? on.value,
        // what is kept is what was shown
        steps: shown.treatments.find((t) => t.key === r.key)?.steps.map(({ start, end }) => ({ start, end })),
        sure,
      }),
    )
    if (!bag) break
    made.push(bag.id)
    // what was put in is done; what was refused stays in the plan
    done.value = new Set([...done.value, r.key])
  }
  if (made.length && !rows.value.length) await router.push({ name: 'batch', params: { id: made.at(-1) } })
}
</script>

<template>
  <main class="page">
    <h1>Plan treatments</h1>
    <div class="columns">
      <form class="form" @submit.prevent="putIn()">
        <LotField v-model="lot" :label="lots.length ? 'Another lot' : 'Lot'" :messages="at('/lot')" @chosen="addLot" />
        <ul v-if="lots.length" class="plain lots" aria-label="Lots in the plan">
          <li v-for="l in lots" :key="l.id">
            <strong>{{ l.code }}</strong> {{ l.common_name }}, {{ amountWords(l.stock) }}
            <button
              type="button"
              class="text-link"
              :aria-label="`Leave out ${l.code}`"
              @click="lots = lots.filter((x) => x.id !== l.id)"
            >
              ✕
            </button>
          </li>
        </ul>
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
          <v-text-field v-model="seeds" label="Seeds in each bag" inputmode="numeric" :error-messages="at('/seeds')" />
          <p v-if="trouble" class="notice bad" role="alert">{{ trouble }}</p>
          <FormFoot
            :action="`Put in ${plural(rows.length, 'bag')}`"
            :busy="put.isPending.value"
            :disabled="!rows.length"
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
        <PlanFurrows
          :view="view"
          :today="isoDay(new Date())"
          :movable="movable"
          :moved="shifted"
          @drag="(key, start) => (moved[key] = start)"
        />
        <p v-if="said.length" class="notice" role="status">
          <span v-for="s in said" :key="s">{{ s }} </span>
        </p>
        <p v-if="movedNames.length" class="quiet">
          Moved by hand: {{ movedNames.join(', ') }}.
          <button type="button" class="text-link" @click="unmove">Back to the plan</button>
        </p>
        <ul class="plain">
          <li v-for="t in view.treatments" :key="t.key">
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
