<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { LotField, type LotRow } from '@/features/lots'
import { useRecipes, useSuggestions } from '@/features/recipes'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { isoDay } from '@/shared/format/dates'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, questionWords, troubleWords } from '@/shared/labels'
import { fetchDesign, useTrialChanges, type Asks, type NewTrial } from '../api'
import CrossedFactors from '../components/CrossedFactors.vue'
import PlanTelling from '../components/PlanTelling.vue'
import TreatmentRows from '../components/TreatmentRows.vue'
import WhereAndHow from '../components/WhereAndHow.vue'
import { usePlan } from '../composables/usePlan'
import { treatmentsAlong } from '../logic/treatmentsAlong'

useTitle(() => 'New trial')
const route = useRoute()
const router = useRouter()
const { data: recipes } = useRecipes()
const { layOut } = useTrialChanges()
const { attempt, at, sentence, problem } = useProblem()

const lot = ref<number | null>(route.query.lot ? Number(route.query.lot) : null)
const asked = Object.keys(questionWords).find((q) => q === route.query.asks) as Asks | undefined
const asks = ref<Asks[]>([asked ?? (route.query.dose ? 'dose' : route.query.recipe ? 'best' : 'alive')])
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
const treatments = ref<NewTrial['treatments']>([{ name: 'no treatment', recipe: null, is_control: true }])

// recipes that were written a moment ago may only come with the next answer: until all are there, the rows are made again
let waiting = route.query.recipe !== undefined
const begin = [...treatments.value]
watch(
  recipes,
  (known) => {
    if (!known || !waiting) return
    treatments.value = treatmentsAlong(route.query, known.results, begin)
    const asked = [route.query.recipe ?? []].flat().filter(Boolean)
    waiting = !asked.every((id) => known.results.some((r) => String(r.id) === id))
  },
  { immediate: true },
)

// a past trial on a new lot: everything as it was, but lot, day and codes
const copied = ref('')
if (route.query.copy) void copy(Number(route.query.copy))
async function copy(id: number) {
  const past = await attempt(() => fetchDesign(id))
  if (!past) return
  const { lot: earlier, treatments: rows, ...rest } = past
  Object.assign(trial, rest, { copied_from: id, places: [...(rest.places ?? [])] })
  treatments.value = rows.map((t) => ({ ...t }))
  bags.value = Math.max(1, ...rows.map((t) => t.bags ?? 1))
  asks.value = [past.asks ?? 'other']
  lot.value ??= earlier
  sized.value = true
  if (route.query.dishes) trial.dishes_per_treatment = Number(route.query.dishes)
  if (typeof route.query.question === 'string') trial.question = route.query.question
  copied.value = 'The design was copied. Choose the lot; new codes and places will be drawn.'
}

/** Once a person has typed a size it is theirs; until then each question proposes its own. */
const sized = ref(false)
const expected = ref('')
const difference = ref('25')
const share = (typed: string) => {
  const value = numberOrNull(typed)
  return value === null ? null : value / 100
}
/** Bags that each treatment with a recipe is treated in: they are its replicates. */
const bags = ref(1)
const { plan, trouble } = usePlan(
  computed(() => ({
    lot: lot.value,
    asks: asks.value[0] ?? 'other',
    treatments: Math.max(1, treatments.value.length),
    dishes: sized.value ? Number(trial.dishes_per_treatment) : null,
    seeds_per_dish: sized.value ? Number(trial.seeds_per_dish) : null,
    bags: treatments.value.some((t) => t.recipe) ? bags.value : 0,
    expected: share(expected.value),
    difference: share(difference.value),
  })),
)
watch(plan, (now) => {
  if (!now || sized.value) return
  trial.dishes_per_treatment = now.dishes
  trial.seeds_per_dish = now.seeds_per_dish
})

function size(dishes: number, seeds: number) {
  sized.value = true
  trial.dishes_per_treatment = dishes
  trial.seeds_per_dish = seeds
}

const { treated, make, making, sentence: madeNot } = useSuggestions(() => lot.value ?? 0)
async function proposeTreatments() {
  const made = await make()
  if (!made) return
  const control = { name: 'no treatment', recipe: null, is_control: true }
  treatments.value = [control, ...made.map((r) => ({ name: r.name.slice(0, 60), recipe: r.id, is_control: false }))]
}

function cross(rows: NewTrial['treatments'], [a, b]: [string, string]) {
  treatments.value = rows
  trial.factor_a = a
  trial.factor_b = b
}

const chosen = ref<LotRow | null>(null)
const missing = ref('')
const confirmed = ref(true)

async function save() {
  missing.value = lot.value === null ? 'Choose the lot that the seed comes from.' : ''
  if (lot.value === null) return
  const from = lot.value
  const asking = asks.value[0] ?? 'other'
  const question = trial.question || (asking === 'other' ? '' : questionWords[asking])
  const rows = treatments.value.map((t) => ({ ...t, bags: t.recipe ? bags.value : 1 }))
  const body = { ...trial, question, asks: asking, lot: from, treatments: rows }
  const made = await attempt(() => layOut.mutateAsync(body))
  if (made) await router.push({ name: 'set-up', params: { id: made.id } })
}
</script>

<template>
  <main class="page">
    <CrumbTrail :steps="[{ words: 'Trials', to: '/trials' }]" />
    <h1>New trial</h1>
    <form class="columns" @submit.prevent="save">
      <div class="fields">
        <h2>What do you want to know?</h2>
        <ChipChoice v-model="asks" label="What do you want to know?" :choices="choicesOf(questionWords)" />
        <p v-if="copied" class="notice" role="status">{{ copied }}</p>
        <LotField
          v-model="lot"
          label="Lot"
          :messages="missing ? [missing] : at('/lot')"
          @chosen="(row) => (chosen = row)"
        />
        <HazardBanner v-if="chosen" :hazards="chosen.hazards" />
        <p v-if="chosen?.trouble && chosen.trouble !== 'visitors'" class="notice bad">
          This lot is in quarantine ({{ troubleWords[chosen.trouble] }}): sow it by itself, if at all.
        </p>
        <v-text-field
          v-model="trial.question"
          label="Question"
          :placeholder="asks[0] === 'other' ? 'Does longer cold help?' : questionWords[asks[0] ?? 'other']"
          persistent-placeholder
          :error-messages="at('/question')"
        />
        <h2>Treatments</h2>
        <p class="quiet">
          Use the same seed and handling, and change one thing at a time. One treatment is the control.
        </p>
        <div v-if="asks[0] === 'best' && lot && treated.length" class="actions">
          <v-btn variant="outlined" color="primary" :loading="making" @click="proposeTreatments"
            >Propose {{ treated.length + 1 }} from what is known</v-btn
          >
          <span class="quiet">starting point (common practice, not tested here)</span>
        </div>
        <p v-if="madeNot" class="notice bad" role="alert">{{ madeNot }}</p>
        <p v-if="asks[0] === 'dose'">
          For a dose series: <RouterLink to="/recipes">try several doses of a recipe</RouterLink>, then start a trial
          with it.
        </p>
        <CrossedFactors v-if="asks[0] === 'crossed'" :recipes="recipes?.results ?? []" @crossed="cross" />
        <TreatmentRows
          v-model="treatments"
          v-model:confirmed="confirmed"
          :recipes="recipes?.results ?? []"
          :message-at="at"
        />
      </div>
      <div class="fields">
        <h2>How many</h2>
        <div class="two">
          <v-text-field
            v-model="trial.dishes_per_treatment"
            label="Dishes per treatment"
            inputmode="numeric"
            :error-messages="at('/dishes_per_treatment').concat(at('/dishes'))"
            @update:model-value="sized = true"
          />
          <v-text-field
            v-model="trial.seeds_per_dish"
            label="Seeds per dish"
            inputmode="numeric"
            :error-messages="at('/seeds_per_dish')"
            @update:model-value="sized = true"
          />
          <v-text-field v-model="difference" label="Smallest difference that matters, points" inputmode="decimal" />
          <v-text-field
            v-model="expected"
            label="Expected, %"
            inputmode="decimal"
            :placeholder="plan ? `${Math.round(100 * plan.expected)}` : ''"
            persistent-placeholder
          />
        </div>
        <PlanTelling :plan="plan" :trouble="trouble" @size="size" @bags="(n) => (bags = n)" />
        <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
        <div class="actions">
          <v-btn type="submit" color="primary" :loading="layOut.isPending.value" :disabled="!confirmed || making"
            >Start trial</v-btn
          >
          <RouterLink to="/trials">Cancel</RouterLink>
        </div>
        <p v-if="problem && problem.errors.length > 1" class="quiet">
          Check the marked fields. Nothing you typed is lost.
        </p>
      </div>
      <div class="where">
        <WhereAndHow v-model="trial" :message-at="at" />
      </div>
    </form>
  </main>
</template>

<style scoped>
@media (min-width: 901px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
}

.fields {
  display: grid;
  gap: 14px;
  align-content: start;
}

.where {
  grid-column: 1 / -1;
}

.fields p {
  margin: 0;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>
