<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { partsOf, reordered, StepFields, StepShelf, usualStep, type Recipe, type StepForm } from '@/features/recipes'
import { listed } from '@/shared/composables/listed'
import { nameOf, ofRecipe, untreated, withSteps, type BenchTreatment } from '../logic/bench'

/** Everything of one treatment that is not dragged: its recipe, its name, its steps, and whether it is the control. */
const props = defineProps<{ recipes: readonly Recipe[]; at: (field: string) => string[]; removable: boolean }>()
const emit = defineEmits<{ control: []; remove: [] }>()
const treatment = defineModel<BenchTreatment>({ required: true })

const items = computed(() => [
  { value: null, title: 'untreated' },
  ...props.recipes.map((r) => ({ value: r.id, title: r.edition > 1 ? `${r.name}, version ${r.edition}` : r.name })),
])
const recipe = computed(() => (treatment.value.varied && !treatment.value.steps.length ? null : treatment.value.recipe))

/** Another recipe brings its own name, unless somebody named the treatment. */
function choose(id: number | null) {
  const found = props.recipes.find((r) => r.id === id)
  const { key, typed, name, is_control, light } = treatment.value
  const kept = { key, is_control, light, ...(typed ? { typed, name } : {}) }
  treatment.value = found ? ofRecipe(found, kept) : untreated(kept)
}
const called = computed({
  get: () => nameOf(treatment.value),
  set: (name) => (treatment.value = { ...treatment.value, name, typed: name !== '' }),
})

const chosen = ref<number | null>(null)
const shelf = ref(false)
// the fields of a step write into what they are given: they get a copy, so that a treatment knows when it was varied
const step = ref<StepForm | null>(null)
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
watch(
  () => (chosen.value === null ? null : (treatment.value.steps[chosen.value] ?? null)),
  (now) => {
    if (!same(now, step.value)) step.value = now && { ...now }
  },
)
watch(
  step,
  (now) => {
    const index = chosen.value
    if (now === null || index === null || same(now, treatment.value.steps[index])) return
    treatment.value = withSteps(
      treatment.value,
      treatment.value.steps.map((s, i) => (i === index ? { ...now } : s)),
    )
  },
  { deep: true },
)
function add(kind: StepForm['kind']) {
  treatment.value = withSteps(treatment.value, [...treatment.value.steps, usualStep(kind)])
  chosen.value = treatment.value.steps.length - 1
  shelf.value = false
}
function removeStep(index: number) {
  treatment.value = withSteps(
    treatment.value,
    treatment.value.steps.filter((_, i) => i !== index),
  )
  chosen.value = null
}
function swap(index: number, by: number) {
  treatment.value = withSteps(treatment.value, reordered(treatment.value.steps, index, index + by))
  chosen.value = index + by
}
</script>

<template>
  <div class="edit" role="group" :aria-label="`Treatment ${nameOf(treatment)}`">
    <div class="form-row">
      <v-autocomplete
        :model-value="listed(recipe, items)"
        :items="items"
        label="Recipe"
        :error-messages="at('/recipe')"
        @update:model-value="choose"
      />
      <v-text-field v-model="called" label="Treatment" maxlength="60" :error-messages="at('/name')" />
    </div>
    <div class="actions">
      <label class="control"
        ><input type="radio" name="control" :checked="treatment.is_control" @change="emit('control')" /> control</label
      >
      <button
        v-for="(s, i) in treatment.steps"
        :key="i"
        type="button"
        class="text-link"
        :aria-expanded="chosen === i"
        @click="chosen = chosen === i ? null : i"
      >
        Step {{ i + 1 }}: {{ partsOf(s).word }}
      </button>
      <button type="button" class="text-link" :aria-expanded="shelf" @click="shelf = !shelf">Add a step</button>
      <button v-if="removable" type="button" class="text-link" @click="emit('remove')">Remove this treatment</button>
    </div>
    <StepShelf v-if="shelf" @add="add" />
    <StepFields
      v-if="chosen !== null && step"
      :key="chosen"
      v-model="step"
      :index="chosen"
      :count="treatment.steps.length"
      removable
      :at="at"
      @remove="removeStep(chosen)"
      @up="swap(chosen, -1)"
      @down="swap(chosen, 1)"
    />
  </div>
</template>

<style scoped>
.edit {
  display: grid;
  gap: 10px;
  padding: 8px 0 16px 16px;
  border-left: 3px solid var(--leaf);
}

.control {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 44px;
}

.control input {
  width: 20px;
  height: 20px;
  accent-color: var(--leaf);
}
</style>
