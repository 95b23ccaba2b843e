<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { LotRow } from '@/features/lots'
import { useSession } from '@/features/people'
import { sameTreatment, useRecipes, useSuggestions } from '@/features/recipes'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import EarlierDrafts from '@/shared/components/EarlierDrafts.vue'
import { useDraft } from '@/shared/composables/useDraft'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { dayAfter, isoDay, moment } from '@/shared/format/dates'
import { idsIn } from '@/shared/format/address'
import { plural } from '@/shared/format/numbers'
import { questionWords } from '@/shared/labels'
import { fetchDesign, useLotsTogether, useTrialChanges, type Asks, type NewTrial } from '../api'
import FurtherLots from '../components/FurtherLots.vue'
import CrossedFactors from '../components/CrossedFactors.vue'
import PlanTelling from '../components/PlanTelling.vue'
import QuestionAsked from '../components/QuestionAsked.vue'
import TreatmentBench from '../components/TreatmentBench.vue'
import WhereAndHow from '../components/WhereAndHow.vue'
import WorthPanel from '../components/WorthPanel.vue'
import { usePlan } from '../composables/usePlan'
import { useWorth } from '../composables/useWorth'
import {
  isAboutLots,
  laidOf,
  longestOf,
  NO_PARTNERS,
  ofEveryLot,
  ofLaid,
  ofRecipe,
  ofSteps,
  proposedFor,
  untreated,
  type BenchTreatment,
} from '../logic/bench'
import { treatmentsAlong } from '../logic/treatmentsAlong'

/** The bench on which a trial is made: its question, its treatments on one axis, and what the layout costs and can show. */
useTitle(() => 'New trial')
const route = useRoute()
const router = useRouter()
const { user } = useSession()
const { data: recipes } = useRecipes()
const { layOut } = useTrialChanges()
const { attempt, at, sentence, problem } = useProblem()

const [firstLot, ...otherLots] = idsIn(route.query.lot)
const lot = ref<number | null>(firstLot ?? null)
/** Further lots: each gets the same treatments. */
const lots = ref<number[]>(otherLots)
/** The lot that the others are compared with, where each has one treatment. */
const reference = ref<number | null>(null)
const rowsOfLots = ref<LotRow[]>([])
const asked = Object.keys(questionWords).find((q) => q === route.query.asks) as Asks | undefined
const asks = ref<Asks>(
  asked ?? (route.query.dose ? 'dose' : route.query.recipe ? 'best' : otherLots.length ? 'which_lot' : 'alive'),
)
const trial = reactive<Omit<NewTrial, 'lot' | 'treatments'>>({
  question: typeof route.query.question === 'string' ? route.query.question : '',
  dishes_per_treatment: 4,
  seeds_per_dish: 25,
  sow_on: isoDay(new Date()),
  places: [],
  layout: 'random',
  criterion: 'root_2_mm',
  medium: 'towel',
  light: 'light',
  closure: 'sealed',
  temperature_c: 20,
  night_temperature_c: null,
  first_look_days: 3,
  every_days: 3,
  daily_for_days: 7,
  length_days: 28,
  blind: true,
  factor_a: '',
  factor_b: '',
})
const control = () => untreated({ is_control: true })
const treatments = ref<BenchTreatment[]>([control()])
/** Whether somebody arranged the treatments; until then each question proposes its own. */
const arranged = ref(false)
const known = computed(() => recipes.value?.results ?? [])

// recipes that were written a moment ago may only come with the next answer: until all are there, the rows are made again
const come = [route.query.recipe ?? [], route.query.name ?? []].flat().length > 0
let waiting = come
watch(
  recipes,
  (found) => {
    if (!found || !waiting) return
    const first = { name: 'no treatment', recipe: null, is_control: true }
    treatments.value = treatmentsAlong(route.query, found.results, [first]).map((t) => ofLaid(t, found.results))
    arranged.value = true
    const wanted = [route.query.recipe ?? []].flat().filter(Boolean)
    waiting = !wanted.every((id) => found.results.some((r) => String(r.id) === id))
  },
  { immediate: true },
)

// a past trial on a new lot: everything as it was, but lot, day and codes
const copied = ref('')
const copy = route.query.copy ? Number(route.query.copy) : null
const past = ref<Awaited<ReturnType<typeof fetchDesign>> | null>(null)
if (copy) void attempt(() => fetchDesign(copy)).then((found) => (past.value = found ?? null))
watch([past, recipes], ([design, found]) => {
  if (!design || !found || copied.value) return
  const { lot: earlier, treatments: everyRow, ...rest } = design
  Object.assign(trial, rest, { copied_from: copy, places: [...(rest.places ?? [])] })
  // several lots: the treatments of the first one, which the others have too
  const of = [...new Set(everyRow.flatMap((t) => t.lot ?? []))]
  const rows = everyRow.filter((t) => !of.length || t.lot === of[0])
  treatments.value = rows.map((t) => ofLaid(t, found.results))
  if (of.length) {
    lot.value ??= of[0] ?? null
    lots.value = of.filter((x) => x !== lot.value)
    reference.value = rows.length === 1 ? (everyRow.find((t) => t.is_control)?.lot ?? null) : null
  }
  arranged.value = true
  bags.value = Math.max(1, ...rows.map((t) => t.bags ?? 1))
  asks.value = design.asks ?? 'other'
  lot.value ??= earlier ?? null
  sized.value = true
  if (route.query.dishes) trial.dishes_per_treatment = Number(route.query.dishes)
  if (typeof route.query.question === 'string') trial.question = route.query.question
  copied.value = 'The design was copied. Choose the lot; new codes and places will be drawn.'
})

/** Whether a person changed anything; what an address or a copy brought is no draft. */
const touched = ref(false)
/** Once a person has changed a size it is theirs; until then each question proposes its own. */
const sized = ref(false)
const sizes = {
  dishes: computed({
    get: () => trial.dishes_per_treatment,
    set: (n) => ((touched.value = sized.value = true), (trial.dishes_per_treatment = n)),
  }),
  seeds: computed({
    get: () => trial.seeds_per_dish,
    set: (n) => ((touched.value = sized.value = true), (trial.seeds_per_dish = n)),
  }),
}
const expected = ref<number | null>(null)
const difference = ref(0.25)
/** Bags that each treatment with steps is treated in: they are its replicates. */
const bags = ref(1)
const { plan, trouble } = usePlan(
  computed(() => ({
    lot: lot.value,
    lots: lots.value,
    asks: asks.value,
    treatments: Math.max(1, treatments.value.length),
    dishes: sized.value ? Number(trial.dishes_per_treatment) : null,
    seeds_per_dish: sized.value ? Number(trial.seeds_per_dish) : null,
    bags: treatments.value.some((t) => t.steps.length) ? bags.value : 0,
    expected: expected.value,
    difference: difference.value,
  })),
)
const { worth, asking, wanted, belief } = useWorth(
  computed(() => ({
    lot: lot.value,
    treatments: treatments.value,
    dishes: Number(trial.dishes_per_treatment),
    seeds_per_dish: Number(trial.seeds_per_dish),
    bags: bags.value,
  })),
)
/** Several treatments of one lot compete for its seed; a question about lots, or of one treatment, has no such worth. */
const weighs = computed(() => worth.value !== null && treatments.value.length > 1 && !lots.value.length)
watch(plan, (now) => {
  if (!now || sized.value) return
  trial.dishes_per_treatment = now.dishes
  trial.seeds_per_dish = now.seeds_per_dish
})
function size(dishes: number, seeds: number) {
  sizes.dishes.value = dishes
  sizes.seeds.value = seeds
}

// what is known of the lot proposes its partners for a question about lots, until somebody chooses them
const { data: together } = useLotsTogether(lot)
const partners = computed(() => together.value?.find((t) => t.asks === asks.value)?.lots ?? [])
const lotsChosen = ref(otherLots.length > 0 || copy !== null)
watch([asks, partners], ([question, found]) => {
  if (lotsChosen.value) return
  const [first, ...others] = isAboutLots(question) ? found : []
  lots.value = others.map((l) => l.id)
  // of a float test both fractions are compared, not the whole lot
  if (first) lot.value = first.id
})
function chooseLots(chosen: number[]) {
  lotsChosen.value = true
  touched.value = true
  lots.value = chosen
}
const partnersMissing = computed(
  () => isAboutLots(asks.value) && lot.value !== null && together.value !== undefined && !lots.value.length,
)

// what is known of the lot proposes the treatments of a comparison, until somebody arranges them
const { treated } = useSuggestions(() => lot.value ?? 0)
const proposed = ref(false)
watch([asks, treated, recipes], ([question, suggested]) => {
  if (arranged.value || come || copy) return
  const rows = proposedFor(question, suggested as Parameters<typeof proposedFor>[1])
  proposed.value = rows.length > 0
  treatments.value = [
    control(),
    ...rows.map((s) => {
      const same = known.value.find((r) => sameTreatment(r.steps, s.steps))
      return same ? ofRecipe(same) : ofSteps(s.steps)
    }),
  ]
})
// all are sown together: the day follows the longest treatment, begun today, until somebody chooses one
const dayChosen = ref(false)
watch(
  () => longestOf(treatments.value),
  (days) => {
    if (!dayChosen.value) trial.sow_on = dayAfter(isoDay(new Date()), Math.ceil(days - 1e-9))
  },
)

function arrange(rows: BenchTreatment[]) {
  arranged.value = true
  touched.value = true
  treatments.value = rows
}
function cross(rows: NewTrial['treatments'], [a, b]: [string, string]) {
  arrange(rows.map((t) => ofLaid(t, known.value)))
  trial.factor_a = a
  trial.factor_b = b
}

const filled = computed(() => ({
  asks: asks.value, lot: lot.value, lots: lots.value, reference: reference.value, trial: { ...trial }, treatments: treatments.value, bags: bags.value, sized: sized.value,
})) // prettier-ignore
const { earlier, keptAt, discard, goOn, done } = useDraft(`trial-${user.value?.id ?? 0}`, filled, () => touched.value)
function resume(draft: (typeof earlier.value)[number]) {
  const was = goOn(draft)
  arranged.value = true
  asks.value = was.asks
  lot.value = was.lot
  lots.value = was.lots ?? []
  reference.value = was.reference ?? null
  lotsChosen.value = true
  Object.assign(trial, was.trial)
  // new keys, so that no row is taken for one that is on the page already
  treatments.value = was.treatments.map((t) => ({ ...t, key: untreated().key }))
  bags.value = was.bags
  sized.value = was.sized
  dayChosen.value = true
}
const draftWords = (d: (typeof earlier.value)[number]) =>
  `${d.what.trial.question || questionWords[d.what.asks]} ${plural(d.what.treatments.length, 'treatment')}`

const words = ref('')
const missing = ref('')
const confirmed = ref(true)
async function save(sure = false) {
  missing.value = lot.value === null ? 'Choose the lot that the seed comes from.' : ''
  if (lot.value === null) return
  const question = trial.question || words.value
  const own = treatments.value.map((t) => laidOf(t, bags.value))
  const rows = ofEveryLot(own, [lot.value, ...lots.value], reference.value)
  const body = { ...trial, question, asks: asks.value, lot: lot.value, treatments: rows, sure }
  const made = await attempt(() => layOut.mutateAsync(body))
  if (!made) return
  done()
  await router.push({ name: 'set-up', params: { id: made.id } })
}
</script>

<template>
  <main class="page">
    <CrumbTrail :steps="[{ words: 'Trials', to: '/trials' }]" />
    <h1>New trial</h1>
    <EarlierDrafts :drafts="earlier" :words="draftWords" @resume="resume" @discard="discard" />
    <form class="bench" @submit.prevent="save()" @input="touched = true">
      <div class="main">
        <QuestionAsked
          v-model:asks="asks"
          v-model:lot="lot"
          v-model:question="trial.question"
          :treatments="treatments"
          :ask-lot="copied !== ''"
          :lot-messages="missing && lot === null ? [missing] : at('/lot')"
          :question-messages="at('/question')"
          @sentence="(s) => (words = s)"
        />
        <FurtherLots
          :model-value="lots"
          v-model:reference="reference"
          :first="lot"
          :alone="treatments.length < 2"
          :messages="at('/lots')"
          @update:model-value="chooseLots"
          @rows="(rows) => (rowsOfLots = rows)"
        />
        <p v-if="partnersMissing" class="quiet">{{ NO_PARTNERS[asks] ?? '' }} Add the other lot yourself.</p>
        <p v-if="copied" class="notice" role="status">{{ copied }}</p>
        <p v-if="proposed && !arranged" class="quiet">
          Proposed from what is known of this lot: a starting point (common practice, not tested here). Drag a handle to
          change a length.
        </p>
        <p v-if="asks === 'dose' && treatments.length < 2">
          For a dose series, add a treatment for each dose, or
          <RouterLink to="/recipes">try several doses of a recipe</RouterLink>.
        </p>
        <CrossedFactors v-if="asks === 'crossed'" :recipes="known" @crossed="cross" />
        <TreatmentBench
          :model-value="treatments"
          v-model:dishes="sizes.dishes.value"
          v-model:seeds="sizes.seeds.value"
          v-model:confirmed="confirmed"
          :recipes="known"
          :sow-on="trial.sow_on ?? ''"
          :bags="bags"
          :tray="trial.medium === 'tray'"
          :message-at="at"
          @update:model-value="arrange"
        />
        <WhereAndHow v-model="trial" :message-at="at" @day="dayChosen = true" />
      </div>
      <div class="beside">
        <PlanTelling
          v-model:bags="bags"
          v-model:layout="trial.layout"
          v-model:expected="expected"
          v-model:difference="difference"
          :plan="plan"
          :trouble="trouble"
          @size="size"
        >
          <template v-if="weighs && worth">
            <h2 class="ruled">What it is worth</h2>
            <WorthPanel
              v-model:wanted="wanted"
              v-model:belief="belief"
              :worth="worth"
              :loading="asking"
              choosable
              @size="size"
            />
          </template>
        </PlanTelling>
        <p v-if="sentence" class="notice bad" role="alert">
          {{ sentence }}
          <button v-if="problem?.code === 'in_quarantine'" type="button" class="text-link" @click="save(true)">
            Test it all the same
          </button>
        </p>
        <div class="actions">
          <v-btn type="submit" color="primary" :loading="layOut.isPending.value" :disabled="!confirmed"
            >Start trial</v-btn
          >
          <RouterLink to="/trials">Cancel</RouterLink>
        </div>
        <p v-if="keptAt" class="quiet" role="status">Kept as a draft on this device, {{ moment(keptAt) }}.</p>
        <p v-if="problem && problem.errors.length > 1" class="quiet">
          Check the marked fields. Nothing you typed is lost.
        </p>
      </div>
    </form>
  </main>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 370px);
  gap: 20px 36px;
  margin-top: 10px;
  align-items: start;
}

.main,
.beside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}

.bench p {
  margin: 0;
}

@media (max-width: 1000px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
