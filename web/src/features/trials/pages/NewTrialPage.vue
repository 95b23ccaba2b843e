<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { LotField, type LotRow } from '@/features/lots'
import { PlaceField } from '@/features/places'
import { useRecipes } from '@/features/recipes'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { isoDay } from '@/shared/format/dates'
import { choicesOf, criterionWords, layoutWords, lightWords, mediumWords, troubleWords } from '@/shared/labels'
import { useTrialChanges, type NewTrial } from '../api'
import SeedCostLine from '../components/SeedCostLine.vue'
import TreatmentRows from '../components/TreatmentRows.vue'
import { useSeedCost } from '../composables/useSeedCost'

useTitle(() => 'New trial')
const route = useRoute()
const router = useRouter()
const { data: recipes } = useRecipes()
const { layOut } = useTrialChanges()
const { attempt, at, sentence, problem } = useProblem()

const lot = ref<number | null>(route.query.lot ? Number(route.query.lot) : null)
const trial = reactive<Omit<NewTrial, 'lot' | 'treatments'>>({
  question: '',
  dishes_per_treatment: 4,
  seeds_per_dish: 25,
  sow_on: isoDay(new Date()),
  place: null,
  layout: 'random',
  criterion: 'root_2_mm',
  medium: 'towel',
  light: 'light',
  temperature_c: 20,
  first_look_days: 3,
  every_days: 3,
  daily_for_days: 7,
  length_days: 28,
  blind: true,
})
const treatments = ref<NewTrial['treatments']>([{ name: 'no treatment', recipe: null, is_control: true }])

// a set of recipes may come along: from the reading of the dormancy, or from a ladder with its doses and their names
const all = (key: string) => [route.query[key] ?? []].flat().map(String)
watch(
  recipes,
  (known) => {
    if (!known || treatments.value.length > 1) return
    const [asked, doses, names] = [all('recipe'), all('dose'), all('name')]
    const come = asked.flatMap((id, i) => {
      const recipe = known.results.find((r) => String(r.id) === id)
      const dose = doses[i] === undefined ? null : Number(doses[i])
      if (!recipe && dose === null) return []
      const name = names[i] ?? recipe?.name ?? ''
      const unit = dose === null ? ('' as const) : ((all('unit')[0] ?? 'd') as 'min' | 'h' | 'd')
      return [{ name: name.slice(0, 60), recipe: recipe?.id ?? null, is_control: dose === 0, dose, dose_unit: unit }]
    })
    // a ladder brings its own control, the dose of none
    if (come.some((t) => t.is_control)) treatments.value = come
    else treatments.value.push(...come)
  },
  { immediate: true },
)

const layout = computed(() => ({
  lot: lot.value,
  treatments: treatments.value.length,
  dishes: Number(trial.dishes_per_treatment),
  seeds_per_dish: Number(trial.seeds_per_dish),
}))
const { cost, trouble } = useSeedCost(layout)
const chosen = ref<LotRow | null>(null)
const missing = ref('')
const confirmed = ref(true)

async function save() {
  missing.value = lot.value === null ? 'Choose the lot that the seed comes from.' : ''
  if (lot.value === null) return
  const from = lot.value
  const made = await attempt(() => layOut.mutateAsync({ ...trial, lot: from, treatments: treatments.value }))
  if (made) await router.push({ name: 'trial', params: { id: made.id } })
}
</script>

<template>
  <main class="page">
    <p class="quiet crumb"><RouterLink to="/trials">Trials</RouterLink> ›</p>
    <h1>New trial</h1>
    <form class="columns" @submit.prevent="save">
      <div class="fields">
        <v-text-field
          v-model="trial.question"
          label="Question"
          placeholder="Does longer cold wake it?"
          :error-messages="at('/question')"
        />
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
        <h2>Treatments</h2>
        <p class="quiet">
          The same seed, handled the same way, one thing changed at a time. One of them is the control.
        </p>
        <TreatmentRows
          v-model="treatments"
          v-model:confirmed="confirmed"
          :recipes="recipes?.results ?? []"
          :message-at="at"
        />
        <div class="three">
          <v-text-field
            v-model="trial.dishes_per_treatment"
            label="Dishes a treatment"
            inputmode="numeric"
            :error-messages="at('/dishes_per_treatment').concat(at('/dishes'))"
          />
          <v-text-field
            v-model="trial.seeds_per_dish"
            label="Seeds a dish"
            inputmode="numeric"
            :error-messages="at('/seeds_per_dish')"
          />
        </div>
        <p v-if="Number(trial.dishes_per_treatment) === 1" class="notice">
          One dish a treatment: a mouldy or dry one fools you, and nothing can be told apart. Four of 25 beat one of
          100.
        </p>
        <SeedCostLine :cost="cost" :trouble="trouble" />
      </div>
      <div class="fields">
        <h2>Where and how</h2>
        <PlaceField v-model="trial.place" label="Place" />
        <v-select v-model="trial.layout" :items="choicesOf(layoutWords)" label="Dishes are placed" />
        <v-text-field v-model="trial.sow_on" type="date" label="Sow on" :error-messages="at('/sow_on')" />
        <div class="three">
          <v-select v-model="trial.medium" :items="choicesOf(mediumWords)" label="In" />
          <v-select v-model="trial.light" :items="choicesOf(lightWords)" label="Light" />
          <v-text-field
            v-model="trial.temperature_c"
            label="Warmth, °C"
            inputmode="decimal"
            :error-messages="at('/temperature_c')"
          />
        </div>
        <v-select
          v-model="trial.criterion"
          :items="choicesOf(criterionWords)"
          label="Counts as germinated"
          hint="Kept from the first look to the last"
          persistent-hint
        />
        <h2>When to look</h2>
        <div class="three">
          <v-text-field
            v-model="trial.first_look_days"
            label="First after, days"
            inputmode="decimal"
            :error-messages="at('/first_look_days')"
          />
          <v-text-field
            v-model="trial.every_days"
            label="Then every, days"
            inputmode="decimal"
            :error-messages="at('/every_days')"
          />
          <v-text-field
            v-model="trial.daily_for_days"
            label="Daily once it moves, days"
            inputmode="numeric"
            :error-messages="at('/daily_for_days')"
          />
          <v-text-field
            v-model="trial.length_days"
            label="Planned length, days"
            inputmode="decimal"
            :error-messages="at('/length_days')"
          />
        </div>
        <label class="tick"
          ><input v-model="trial.blind" type="checkbox" /> Blind: who counts does not see the treatment</label
        >
        <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
        <div class="actions">
          <v-btn type="submit" color="primary" :loading="layOut.isPending.value" :disabled="!confirmed"
            >Lay out the trial</v-btn
          >
          <RouterLink to="/trials">Not now</RouterLink>
        </div>
        <p v-if="problem && problem.errors.length > 1" class="quiet">
          The fields marked need another look; nothing typed is lost.
        </p>
      </div>
    </form>
  </main>
</template>

<style scoped>
@media (min-width: 901px) {
  .columns {
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  }
}

.fields {
  display: grid;
  gap: 14px;
  align-content: start;
}

.fields p {
  margin: 0;
}

.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 12px;
}
</style>
