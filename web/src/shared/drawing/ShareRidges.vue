<script setup lang="ts">
import { computed } from 'vue'
import { percentRange } from '../format/numbers'
import { ridgePath, type Ridge } from './ridge'

/** Shares of several treatments as tiny ridges on one axis from 0 to 100 %, for a line of a list; the control is of earth. */
const props = defineProps<{ shares: readonly (Ridge & { id: number; name: string; is_control: boolean })[] }>()

const WIDTH = 190
const HEIGHT = 26
const label = computed(() => props.shares.map((s) => `${s.name}: ${percentRange(s.lower, s.upper)}`).join('; '))
</script>

<template>
  <svg :width="WIDTH" :height="HEIGHT + 3" role="img" :aria-label="label">
    <title>{{ label }}</title>
    <path
      class="ground"
      :d="`M0 ${HEIGHT + 0.5}H${WIDTH}M0.5 ${HEIGHT - 5}V${HEIGHT}M${WIDTH - 0.5} ${HEIGHT - 5}V${HEIGHT}`"
    />
    <path
      v-for="s in shares"
      :key="s.id"
      class="ridge"
      :class="{ control: s.is_control }"
      :d="ridgePath(s, WIDTH, HEIGHT)"
    />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
}

.ground {
  fill: none;
  stroke: var(--line);
}

.ridge {
  fill: var(--sprout);
  fill-opacity: 0.35;
  stroke: var(--sprout-deep);
  stroke-width: 1.2;
}

.control {
  fill: var(--earth-2);
  stroke: var(--earth);
}
</style>
