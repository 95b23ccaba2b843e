<script setup lang="ts">
import { computed, ref } from 'vue'
import { nameFor, partsOf, stepOf } from '@/features/recipes'
import DraggedFurrow from '@/shared/drawing/DraggedFurrow.vue'
import { stepsLabel } from '@/shared/drawing/furrowOf'
import { lightWords } from '@/shared/labels'
import { canBeDragged, lengthened, nameOf, pictureOf, type BenchTreatment } from '../logic/bench'
import DishesRow from './DishesRow.vue'

/** One treatment on the bench: its name, its furrow with handles up to the sowing, and its dishes. */
const props = defineProps<{
  domain: readonly [number, number]
  dishes: number
  seeds: number
  bags: number
  tray: boolean
  open: boolean
  /** It is what the others are compared with. */
  control: boolean
  messages: string[]
}>()
const emit = defineEmits<{ toggle: []; hold: [held: boolean]; dish: [] }>()
const treatment = defineModel<BenchTreatment>({ required: true })

const furrow = computed(() => pictureOf(treatment.value, props.domain[1]))
const parts = computed(() => treatment.value.steps.map((s) => ({ ...partsOf(s), dragged: canBeDragged(s) })))
const handles = computed(() =>
  parts.value.flatMap((p, step) =>
    p.dragged ? [{ step, days: p.days, words: p.dose, name: `${p.word} of ${nameOf(treatment.value)}` }] : [],
  ),
)
const sentence = computed(() => {
  const called = nameOf(treatment.value) === nameFor(treatment.value.steps)
  const steps = called ? '' : parts.value.map((p) => [p.word, p.dose].filter(Boolean).join(' ')).join(' → ')
  const factors = [treatment.value.level_a, treatment.value.level_b].filter(Boolean).join(' × ')
  const light = treatment.value.light && !treatment.value.level_b ? lightWords[treatment.value.light] : ''
  return [factors || steps, light].filter(Boolean).join(', ')
})
const label = computed(() => `${nameOf(treatment.value)}: ${stepsLabel(treatment.value.steps.map(stepOf))}`)
const name = ref<HTMLButtonElement | null>(null)
defineExpose({ focus: () => name.value?.focus() })
</script>

<template>
  <div class="line" :class="{ open }">
    <div class="what">
      <button ref="name" type="button" class="name" :aria-expanded="open" @click="emit('toggle')">
        {{ nameOf(treatment) || 'Name this treatment' }}
      </button>
      <span v-if="control || sentence" class="quiet">{{ control ? 'control' : sentence }}</span>
      <span v-for="m in messages" :key="m" class="late" role="alert">{{ m }}</span>
    </div>
    <DraggedFurrow
      class="furrow"
      :furrow="furrow"
      :domain="domain"
      :label="label"
      :handles="handles"
      @hold="(held) => emit('hold', held)"
      @lengthen="(step, days) => (treatment = lengthened(treatment, step, days))"
    />
    <div class="dishes">
      <DishesRow :dishes="dishes" :seeds="seeds" :bags="treatment.steps.length ? bags : 0" :tray="tray" />
      <button
        type="button"
        class="add"
        tabindex="-1"
        aria-hidden="true"
        title="A dish more in every treatment"
        @click="emit('dish')"
      >
        +
      </button>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(120px, 190px) minmax(0, 1fr) auto;
  gap: 4px 12px;
  align-items: center;
  min-height: 64px;
  padding: 4px 0;
  border-top: 1px solid var(--line-soft);
}

.what {
  display: grid;
  overflow-wrap: anywhere;
  line-height: 1.25;
}

.what .quiet {
  font-size: 0.88rem;
}

.name {
  min-height: 28px;
  padding: 0;
  border: 0;
  background: none;
  font: 600 1.02rem/1.2 var(--heading);
  text-align: left;
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 3px;
}

.open .name {
  color: var(--leaf);
}

.furrow {
  overflow: visible;
}

.dishes {
  display: flex;
  gap: 6px;
  align-items: center;
}

.add {
  width: 34px;
  height: 34px;
  border: 1.5px dashed var(--earth-2);
  border-radius: 50%;
  background: none;
  color: var(--ink-2);
  font-size: 1.1rem;
}

@media (max-width: 700px) {
  .line {
    grid-template-columns: minmax(0, 1fr);
    padding: 10px 0;
  }

  .what {
    display: flex;
    flex-wrap: wrap;
    gap: 0 8px;
    align-items: center;
  }

  .name {
    min-height: 44px;
  }
}
</style>
