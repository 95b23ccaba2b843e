<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { isoDay } from '@/shared/format/dates'
import { STEP_KINDS } from '@/shared/kinds'
import { schoolWords } from '@/shared/labels'
import { checkRecipe, useStarters, useWriteRecipe, type Recipe } from '../api'
import { datesOf, nameFor, reordered, type Given } from '../logic/bench'
import { changesBetween } from '../logic/versions'
import { formOf, newStep, stepOf, usualStep, type StepForm } from '../logic/steps'
import RecipeFurrow from './RecipeFurrow.vue'
import StepFields from './StepFields.vue'
import StepShelf from './StepShelf.vue'

/** The bench on which a recipe is built: a furrow of steps, from nothing, from a starter, or as the next version of one. */
const props = defineProps<{ from: Recipe | null }>()
const emit = defineEmits<{ done: [] }>()

const write = useWriteRecipe()
const { data: starters } = useStarters()
const { attempt, at, sentence } = useProblem()
const name = ref(props.from?.name ?? '')
const note = ref(props.from?.note ?? '')
const source = ref(props.from?.source ?? '')
const inCold = ref(props.from?.germinates_in_cold ?? false)
const school = ref<Recipe['school']>(props.from?.school ?? '')
const steps = ref<StepForm[]>(props.from ? props.from.steps.map(formOf) : [newStep()])
const starter = ref<string | null>(null)
/** The step whose dose and conditions are shown. */
const chosenStep = ref(0)
const handled = ref(false)
const hurts = computed(() => steps.value.some((s) => STEP_KINDS[s.kind].burns))
const choices = computed(() =>
  (starters.value ?? []).map((s, i) => ({
    value: String(i),
    title: s.plant ? `${s.plant}: ${s.name}` : `${s.name}${s.school ? ` (school: ${schoolWords[s.school]})` : ''}`,
  })),
)
const chosen = computed(() => (starter.value === null ? undefined : starters.value?.[Number(starter.value)]))

watch(chosen, (s) => {
  if (!s) return
  name.value = s.plant ? `${s.plant}: ${s.name}` : s.name
  note.value = s.why
  source.value = s.source ?? ''
  inCold.value = s.germinates_in_cold ?? false
  school.value = s.school ?? ''
  steps.value = s.steps.map(formOf)
  chosenStep.value = 0
})

const advice = ref<{ step: number | null; sentence: string }[]>([])
let asked = 0
let timer = 0
watch(
  steps,
  () => {
    window.clearTimeout(timer)
    timer = window.setTimeout(async () => {
      const mine = ++asked
      try {
        const said = await checkRecipe(steps.value.map(stepOf))
        if (mine === asked) advice.value = said
      } catch {
        // half-typed steps, or no signal: the rules are silent, saving says what is wrong
        advice.value = []
      }
    }, 300)
  },
  { deep: true, immediate: true },
)

function add(kind: StepForm['kind']) {
  const next = steps.value.length ? chosenStep.value + 1 : 0
  steps.value = [...steps.value.slice(0, next), usualStep(kind), ...steps.value.slice(next)]
  chosenStep.value = next
}
function move(from: number, to: number) {
  if (to < 0 || to >= steps.value.length) return
  steps.value = reordered(steps.value, from, to)
  chosenStep.value = to
}
function remove(index: number) {
  if (steps.value.length === 1) return
  steps.value = steps.value.filter((_, i) => i !== index)
  chosenStep.value = Math.min(chosenStep.value, steps.value.length - 1)
}

// the name follows the steps until somebody types one
const proposed = computed(() => nameFor(steps.value))

/** What this version changes, while it is built. */
const changed = computed(() => (props.from ? changesBetween(props.from.steps, steps.value.map(stepOf)) : []))

const given = ref<Given[]>(['start'])
const on = ref(isoDay(new Date()))
const dates = computed(() => datesOf(steps.value, given.value[0] ?? 'start', on.value))
const wrong = (index: number) =>
  ['duration', 'duration_min', 'duration_max', 'temperature_c', 'sign'].some((f) => at(`/steps/${index}/${f}`).length)

async function save() {
  const made = await attempt(() =>
    write.mutateAsync({
      name: name.value || proposed.value,
      note: note.value,
      source: source.value,
      school: school.value,
      germinates_in_cold: inCold.value,
      replaces: props.from?.id ?? null,
      steps: steps.value.map(stepOf),
    }),
  )
  if (made) emit('done')
}
</script>

<template>
  <form class="recipe-form" @submit.prevent="save">
    <v-autocomplete
      v-if="!from"
      v-model="starter"
      :items="choices"
      label="Starter recipe (not tested here)"
      clearable
    />
    <p v-if="chosen" class="notice">
      <strong>Why: </strong>{{ chosen.why }} <span class="quiet">{{ chosen.source }}</span>
    </p>
    <v-text-field
      v-if="!from"
      v-model="name"
      label="Name"
      :placeholder="proposed"
      persistent-placeholder
      maxlength="80"
      :error-messages="at('/name')"
    />
    <StepShelf @add="add" />
    <RecipeFurrow
      :steps="steps"
      :chosen="chosenStep"
      :dates="dates"
      :wrong="wrong"
      @choose="(i) => (chosenStep = i)"
      @move="move"
      @remove="remove"
    />
    <p v-if="from" class="quiet" role="status">
      Compared with version {{ from.edition }}: {{ changed.join(' ') || 'the steps are the same.' }}
    </p>
    <div class="form-row dates">
      <ChipChoice
        v-model="given"
        label="Which day is given"
        :choices="[
          { value: 'start', title: 'Starts on' },
          { value: 'sow', title: 'Is sown on' },
        ]"
      />
      <DayField v-model="on" label="Day" of="plan" />
    </div>
    <StepFields
      v-if="steps[chosenStep]"
      :key="chosenStep"
      v-model="steps[chosenStep]!"
      :index="chosenStep"
      :count="steps.length"
      :at="at"
      @remove="remove(chosenStep)"
      @up="move(chosenStep, chosenStep - 1)"
      @down="move(chosenStep, chosenStep + 1)"
    />
    <p v-for="a in advice" :key="a.sentence" class="notice" role="status">{{ a.sentence }}</p>
    <label class="tick"
      ><input v-model="inCold" type="checkbox" /> It germinates in the cold: leave the bag there and count
      sprouts</label
    >
    <div class="form-row">
      <v-textarea v-model="note" label="Note" rows="2" />
      <v-text-field v-model="source" label="Source" maxlength="200" />
    </div>
    <p v-if="hurts" class="notice bad">
      Acid and heat hurt. Acid is for trained people only, where local codes allow it. Wear goggles, gloves and an
      apron, in a fume hood or outdoors. Sandpaper is gentler.
      <label class="confirm"
        ><input v-model="handled" type="checkbox" /> I am trained for this and it is allowed here</label
      >
    </p>
    <FormFoot
      :action="from ? `Save as version ${from.edition + 1}` : 'Save recipe'"
      :busy="write.isPending.value"
      :sentence="sentence"
      :disabled="hurts && !handled"
      @leave="emit('done')"
    />
  </form>
</template>

<style scoped>
.recipe-form {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  margin: 16px 0 28px;
}

.dates {
  max-width: 520px;
}

.recipe-form p {
  margin: 0;
}

.confirm {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 48px;
}
</style>
