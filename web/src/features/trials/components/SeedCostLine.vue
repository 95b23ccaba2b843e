<script setup lang="ts">
import { computed } from 'vue'
import { percent, plural, seeds } from '@/shared/format/numbers'
import type { SeedCost } from '../api'

/** What a layout takes from the lot, said before it is saved. */
const props = defineProps<{ cost: SeedCost | null; trouble: string }>()

const left = computed(() => {
  const c = props.cost
  if (!c) return ''
  if (c.remaining === null) return 'The lot has no amount yet, so nobody knows what stays.'
  if (c.too_many)
    return `The lot holds only ${seeds(c.in_stock, c.estimated)}: take fewer dishes, fewer seeds a dish, or fewer treatments.`
  const share = c.share === null ? '' : `, ${percent(c.share)} % of the lot go in`
  return `${seeds(c.remaining, c.estimated)} of ${seeds(c.in_stock, c.estimated)} stay in the lot${share}.`
})
</script>

<template>
  <div class="cost" :class="{ bad: cost?.too_many || trouble }" aria-live="polite">
    <template v-if="trouble">{{ trouble }}</template>
    <template v-else-if="cost">
      <strong class="figures">{{ plural(cost.seeds, 'seed') }}</strong> in {{ plural(cost.dishes, 'dish', 'dishes') }}.
      {{ left }}
      <div v-if="cost.greedy && !cost.too_many">That is more than half of it: think of what is to be sown.</div>
    </template>
    <template v-else>Choose a lot to see what the trial takes from it.</template>
  </div>
</template>

<style scoped>
.cost {
  padding: 12px 14px;
  border-left: 4px solid var(--sprout-deep);
  background: var(--sheet);
  font-size: 1.1rem;
}

.cost strong {
  font: 600 1.5rem var(--heading);
}

.cost.bad {
  border-left-color: var(--alert);
}
</style>
