<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { STEP_KINDS } from '@/shared/kinds'
import { stepSentence } from '@/shared/drawing/furrowOf'
import { numbersIn } from '@/shared/format/numbers'
import { unitWords } from '@/shared/labels'
import { useLadder, type Recipe, type Rung } from '../api'
import { longestStep, proposedDoses, sorted } from '../logic/doses'
import DoseFan from './DoseFan.vue'

/** One step's dose in levels, none among them, drawn as a fan: the ordered treatments of a dose series at once. */
const props = defineProps<{ recipe: Recipe }>()
const emit = defineEmits<{ done: [] }>()

const ladder = useLadder()
const { attempt, at, foot } = useProblem()
const items = computed(() =>
  props.recipe.steps.flatMap((s, value) =>
    !STEP_KINDS[s.kind].waited ? [] : [{ value, title: `${value + 1}: ${stepSentence(s)}` }],
  ),
)
const step = ref(Math.max(0, longestStep(props.recipe.steps)))
const fan = ref<number[]>([])
watch(
  step,
  (index) => {
    const varied = props.recipe.steps[index]
    fan.value = varied ? proposedDoses(varied) : []
  },
  { immediate: true },
)
/** The same doses as they are typed; what is half typed is no dose yet. */
const doses = ref(fan.value.join(' '))
watch(fan, (now) => {
  if (sorted(numbersIn(doses.value)).join() !== sorted(now).join()) doses.value = now.join(' ')
})
watch(doses, (typed) => {
  const now = sorted(numbersIn(typed).filter((d) => d > 0))
  if (now.join() !== fan.value.join()) fan.value = now
})
const made = ref<Rung[] | null>(null)
const unit = computed(() => unitWords[props.recipe.steps[step.value]?.unit ?? 'd'])
// the rungs as a trial's treatments: each dose with its recipe, none where the seed is sown untreated
const asTrial = computed(() => ({
  recipe: (made.value ?? []).map((r) => String(r.recipe?.id ?? '')),
  dose: (made.value ?? []).map((r) => String(r.dose)),
  name: (made.value ?? []).map((r) => r.name),
  unit: props.recipe.steps[step.value]?.unit ?? 'd',
}))
const query = computed(() => (made.value ?? []).flatMap((r) => (r.recipe ? [r.recipe.id] : [])))

async function save() {
  made.value =
    (await attempt(() =>
      ladder.mutateAsync({ id: props.recipe.id, body: { step: step.value, doses: numbersIn(doses.value) } }),
    )) ?? null
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <h3>Several doses of “{{ recipe.name }}”</h3>
    <p class="quiet">Try several doses, including none: too little does nothing, too much harms.</p>
    <DoseFan v-model="fan" :steps="recipe.steps" :step="step" />
    <div class="form-row">
      <v-select v-model="step" :items="items" label="Which step" :error-messages="at('/step')" />
      <v-text-field v-model="doses" :label="`Doses, ${unit}, separated by spaces`" :error-messages="at('/doses')" />
    </div>
    <p v-if="made" class="notice" role="status">
      Made: {{ made.map((r) => r.name).join(', ') }}.
      <RouterLink :to="{ name: 'plan', query: { recipe: query } }">Plan them</RouterLink> or
      <RouterLink :to="{ name: 'new-trial', query: asTrial }">start a trial of them</RouterLink>
    </p>
    <FormFoot
      action="Make the recipes"
      :busy="ladder.isPending.value"
      :sentence="foot('/step', '/doses')"
      :leave="made ? 'Done' : 'Cancel'"
      @leave="emit('done')"
    />
  </form>
</template>
