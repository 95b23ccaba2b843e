<script setup lang="ts">
import { computed } from 'vue'
import { percent, plural, seeds } from '@/shared/format/numbers'
import type { QuestionPlan } from '../api'

/** The lot's amount as a bar, and what the trial draws from it. */
const props = defineProps<{ plan: QuestionPlan }>()

const drawn = computed(() => (props.plan.in_stock ? Math.min(1, props.plan.seeds_of_lot / props.plan.in_stock) : null))
const lot = computed(() => (props.plan.lots > 1 ? props.plan.scarcest : 'the lot'))
const left = computed(() => {
  const p = props.plan
  if (p.remaining === null) return `The amount of ${lot.value} is unknown.`
  if (p.too_many)
    return `${p.lots > 1 ? p.scarcest : 'The lot'} holds only ${seeds(p.in_stock, p.estimated)}: use fewer dishes, fewer seeds per dish, or fewer treatments.`
  const share = p.share_of_lot === null ? '' : `, ${percent(p.share_of_lot)} % of it go in`
  return `${seeds(p.remaining, p.estimated)} of ${seeds(p.in_stock, p.estimated)} stay in ${lot.value}${share}.`
})
</script>

<template>
  <div class="drawn">
    <span class="bar" :class="{ unknown: drawn === null, over: plan.too_many }" aria-hidden="true">
      <span v-if="drawn !== null" :style="{ width: `${100 * drawn}%` }"></span>
    </span>
    <p>
      <strong class="figures">{{ plural(plan.seeds, 'seed') }}</strong> in
      {{ plural(plan.dishes * plan.treatments * plan.lots, 'dish', 'dishes') }}. {{ left }}
    </p>
    <p v-if="plan.greedy && !plan.too_many" class="late">That is more than half of {{ lot }}. Keep enough to sow.</p>
  </div>
</template>

<style scoped>
.drawn {
  display: grid;
  gap: 6px;
}

p {
  margin: 0;
}

strong {
  font: 600 1.5rem var(--heading);
}

.bar {
  display: block;
  height: 30px;
  border: 1.5px solid var(--sprout-deep);
  border-radius: 8px;
  background: color-mix(in srgb, var(--sprout) 28%, var(--sheet));
  overflow: hidden;
}

.bar span {
  display: block;
  height: 100%;
  background: var(--sprout);
}

.over {
  border-color: var(--alert);
}

.over span {
  background: var(--alert);
}

.unknown {
  border-style: dashed;
  background: none;
}
</style>
