<script setup lang="ts">
import { computed, ref } from 'vue'
import { straight } from '@/shared/drawing/axes'
import type { MarksRead } from '../api'

/** How large the seeds are: each one a dot above its length or its area, the middle and the range of nine in ten below. */
const props = defineProps<{ sizes: NonNullable<MarksRead['sizes']> }>()

const WIDTH = 320
const LEFT = 6
const RIGHT = 314
const GROUND = 92
const BINS = 34

const of = ref<'length' | 'area'>('length')
const values = computed(() => (of.value === 'length' ? props.sizes.lengths : props.sizes.areas))
const unit = computed(() => (props.sizes.unit === 'mm' ? 'mm' : 'pixels') + (of.value === 'area' ? '²' : ''))
const ends = computed(() => {
  const [first, last] = [values.value[0] ?? 0, values.value.at(-1) ?? 1]
  const room = Math.max(1e-6, last - first) * 0.04
  return [first - room, last + room] as const
})
const x = computed(() => straight(ends.value, [LEFT, RIGHT]))
/** Dots stand on each other within a bin; the highest pile fills the height. */
const dots = computed(() => {
  const width = (RIGHT - LEFT) / BINS
  const piles = new Map<number, number>()
  const placed = values.value.map((value) => {
    const bin = Math.min(BINS - 1, Math.floor((x.value(value) - LEFT) / width))
    const n = piles.get(bin) ?? 0
    piles.set(bin, n + 1)
    return { bin, n }
  })
  const step = Math.min(width * 0.9, (GROUND - 8) / Math.max(1, ...piles.values()))
  const r = Math.min(width, step, 8) / 2.3
  return placed.map(({ bin, n }) => ({ x: LEFT + (bin + 0.5) * width, y: GROUND - 2 - step * (n + 0.5), r }))
})
const digits = computed(() => (ends.value[1] < 20 ? 1 : 0))
const marks = computed(() => x.value.ticks(5).map((value) => ({ value, x: x.value(value) })))
const middle = computed(() => (of.value === 'length' ? props.sizes.length : props.sizes.area)[0] ?? 0)
const low = computed(() => (of.value === 'length' ? props.sizes.length : props.sizes.area)[1] ?? 0)
const high = computed(() => (of.value === 'length' ? props.sizes.length : props.sizes.area)[2] ?? 0)
const said = computed(
  () =>
    `Half of ${props.sizes.seeds} single seeds ${of.value === 'length' ? 'are longer than' : 'cover more than'} ${middle.value.toFixed(digits.value)} ${unit.value}; ` +
    `nine in ten measure ${low.value.toFixed(digits.value)}–${high.value.toFixed(digits.value)}.`,
)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDTH} 124`" role="img" :aria-label="said">
      <circle v-for="(d, i) in dots" :key="i" class="seed" :cx="d.x" :cy="d.y" :r="d.r" />
      <path class="ground" :d="`M${LEFT} ${GROUND}H${RIGHT}`" />
      <path class="range" :d="`M${x(low)} ${GROUND + 7}H${x(high)}`" />
      <path class="middle" :d="`M${x(middle)} ${GROUND + 2}v10`" />
      <text v-for="m in marks" :key="m.value" :x="m.x" y="119" text-anchor="middle">{{ m.value }}</text>
    </svg>
    <figcaption class="quiet">
      {{ said }}
      <button type="button" class="text-link" @click="of = of === 'length' ? 'area' : 'length'">
        {{ of === 'length' ? 'Show areas' : 'Show lengths' }}
      </button>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

svg {
  display: block;
  width: 100%;
}

.seed {
  fill: var(--earth);
}

.ground {
  stroke: var(--line);
}

.range {
  stroke: var(--leaf);
  stroke-width: 4;
}

.middle {
  stroke: var(--ink);
  stroke-width: 2;
}

text {
  fill: var(--ink-2);
  font-size: 11px;
}

figcaption {
  font-size: 0.9rem;
}
</style>
