<script setup lang="ts">
import { computed } from 'vue'
import { layoutWords } from '@/shared/labels'
import type { NewTrial, QuestionPlan } from '../api'
import DishesRow from './DishesRow.vue'

/** Ways to lay the same seed out, side by side: how many bags treat it, and whether the dishes stand in blocks. */
const props = defineProps<{ plan: QuestionPlan }>()
const bags = defineModel<number>('bags', { required: true })
const layout = defineModel<NewTrial['layout']>('layout', { required: true })

type Layout = NonNullable<NewTrial['layout']>
/** Three treatments at a glance: mixed over all positions, or one dish of each in every block. */
const ORDERS: Record<Layout, string[][]> = { random: [['a', 'c', 'a', 'b', 'c', 'b', 'b', 'a', 'c']], blocks: [['b', 'a', 'c'], ['c', 'b', 'a'], ['a', 'b', 'c']] } // prettier-ignore
const bagWords = (b: QuestionPlan['bag_choices'][number]) =>
  `${b.bags} ${b.bags === 1 ? 'bag' : 'bags'} × ${b.dishes_per_bag}`
const choices = computed(() => (props.plan.bag_choices.length > 1 ? props.plan.bag_choices : []))
</script>

<template>
  <div v-if="choices.length" class="choices" role="radiogroup" aria-label="Bags per treatment">
    <button
      v-for="b in choices"
      :key="b.bags"
      type="button"
      role="radio"
      :aria-checked="b.bags === plan.bags"
      :class="{ chosen: b.bags === plan.bags }"
      @click="bags = b.bags"
    >
      <DishesRow small :dishes="plan.dishes" :seeds="1" :bags="b.bags" />
      <strong>{{ bagWords(b) }}</strong>
      <span class="quiet">± {{ Math.round(100 * b.half_width) }} points</span>
    </button>
  </div>
  <div class="choices" role="radiogroup" aria-label="Dishes are placed">
    <button
      v-for="(blocks, key) in ORDERS"
      :key="key"
      type="button"
      role="radio"
      :aria-checked="layout === key"
      :class="{ chosen: layout === key }"
      @click="layout = key"
    >
      <span class="places" aria-hidden="true">
        <span v-for="(block, n) in blocks" :key="n" :class="{ block: blocks.length > 1 }">
          <i v-for="(t, k) in block" :key="k" :class="t"></i>
        </span>
      </span>
      <strong>{{ layoutWords[key] }}</strong>
    </button>
  </div>
  <p v-if="layout === 'blocks'" class="quiet">One dish of each treatment in every block; a block lies in one place.</p>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

button {
  display: grid;
  gap: 2px;
  justify-items: start;
  align-content: end;
  min-height: 48px;
  padding: 6px 12px;
  border: 1.5px solid var(--line);
  border-radius: 12px;
  background: var(--sheet);
  font-size: 0.9rem;
}

.chosen {
  border-color: var(--leaf);
  box-shadow: inset 0 0 0 1.5px var(--leaf);
}

.places,
.places span {
  display: flex;
  gap: 3px;
}

.places .block {
  padding: 3px;
  border: 1.5px solid var(--earth-2);
  border-radius: 6px;
}

.places i {
  width: 10px;
  height: 10px;
  border: 1.5px solid var(--earth);
  border-radius: 50%;
}

.places .a {
  background: var(--earth);
}

.places .b {
  background: var(--sprout);
}
</style>
