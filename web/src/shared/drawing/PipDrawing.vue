<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { SHARE_MARKS, straight } from './axes'
import { stacked } from './pips'

/** Twenty equally likely shares as pips over a scale of 0 to 100 seeds: uncertainty in the shape of seed. */
const props = defineProps<{ pips: number[]; share: number; chosen: boolean; label: string }>()

const RADIUS = 4.4
const STEP = 8.6
const HEAD = 6
const MOST_LEVELS = 10
const EDGE = 6
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 420)
const across = computed(() => straight([0, 1], [EDGE, width.value - EDGE]))
const x = (share: number) => across.value(share)
const placed = computed(() =>
  stacked(
    props.pips.map((p) => x(p) - EDGE),
    2 * RADIUS,
  ).map((p) => ({ ...p, x: p.x + EDGE })),
)
const levels = computed(() => Math.max(3, ...placed.value.map((p) => p.level + 1)))
// many pips of one place stand closer, so that a row never grows without end
const step = computed(() => (levels.value > MOST_LEVELS ? (STEP * MOST_LEVELS) / levels.value : STEP))
const height = computed(() => HEAD + Math.min(levels.value, MOST_LEVELS) * STEP + 4)
const figure = computed(() => (props.share < 0.005 && props.share > 0 ? '<1' : (100 * props.share).toFixed(0)))
/** The number stands beside the pips on the side that has room. */
const numberAt = computed(() => {
  const left = Math.min(...placed.value.map((p) => p.x))
  const right = Math.max(...placed.value.map((p) => p.x))
  return left > 56 ? { x: left - 12, anchor: 'end' } : { x: right + 12, anchor: 'start' }
})
</script>

<template>
  <div ref="box" class="pips">
    <svg :width="width" :height="height" role="img" :aria-label="label">
      <path v-for="at in SHARE_MARKS" :key="at" class="grid" :d="`M${x(at)} 0V${height}`" />
      <path class="ground" :d="`M${x(0)} ${height - 1}H${x(1)}`" />
      <circle
        v-for="(p, i) in placed"
        :key="i"
        :class="{ chosen }"
        :cx="p.x"
        :cy="height - 6 - p.level * step"
        :r="RADIUS"
      />
      <text :x="numberAt.x" :y="height - 8" :text-anchor="numberAt.anchor">{{ figure }}</text>
    </svg>
  </div>
</template>

<style scoped>
.pips {
  width: 100%;
  overflow: hidden;
}

svg {
  display: block;
}

.grid {
  stroke: var(--line-soft);
}

.ground {
  stroke: var(--line);
}

circle {
  fill: var(--sprout);
  opacity: 0.55;
}

circle.chosen {
  fill: var(--sprout-deep);
  opacity: 1;
}

text {
  fill: var(--ink);
  font-family: var(--heading);
  font-size: 1.15rem;
  font-weight: 600;
}
</style>
