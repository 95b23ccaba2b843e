<script setup lang="ts">
import { computed } from 'vue'
import { cellsOf, columnsOf } from './tray'

/**
 * A tray from above: its cells empty, with a plant, or with several, as a plan expects them. What came up (`actual`, in cells) is
 * drawn over it as full green; what was only expected stays an outline.
 */
const props = defineProps<{
  cells: number
  /** Of cells in several trays one tray is drawn, with its part of what is expected. */
  perTray?: number
  filled: number
  several?: number
  actual?: number | null
  /** What the drawing tells, for a screen reader. */
  label: string
  width?: number
}>()

/** Of more cells a share is drawn: a picture of thousands of dots tells nothing. */
const MOST = 200
const CELL = 10
const drawn = computed(() => Math.max(1, Math.min(MOST, props.cells, props.perTray ?? MOST)))
const scaled = (n: number) => (n * drawn.value) / Math.max(1, props.cells)
const states = computed(() => cellsOf(drawn.value, scaled(props.filled), scaled(props.several ?? 0)))
const up = computed(() =>
  props.actual == null ? null : cellsOf(drawn.value, scaled(Math.min(props.cells, props.actual)), 0),
)
const columns = computed(() => columnsOf(drawn.value))
const rows = computed(() => Math.ceil(drawn.value / columns.value))
const box = computed(() => `0 0 ${columns.value * CELL + 4} ${rows.value * CELL + 4}`)
const kind = (i: number) => {
  if (up.value === null) return states.value[i]
  if (up.value[i] !== 'empty') return 'one'
  return states.value[i] === 'empty' ? 'empty' : 'missing'
}
const place = (i: number) =>
  `translate(${2 + (i % columns.value) * CELL + CELL / 2} ${2 + Math.floor(i / columns.value) * CELL + CELL / 2})`
</script>

<template>
  <svg class="tray" :viewBox="box" :style="{ maxWidth: `${width ?? 220}px` }" role="img" :aria-label="label">
    <title>{{ label }}</title>
    <rect class="rim" x="0.5" y="0.5" :width="columns * CELL + 3" :height="rows * CELL + 3" rx="2.5" />
    <g v-for="(_, i) in states" :key="i" :transform="place(i)">
      <rect class="cell" x="-4.2" y="-4.2" width="8.4" height="8.4" rx="1.6" />
      <template v-if="kind(i) === 'several'">
        <circle class="plant" cx="-1.6" cy="0.9" r="1.9" />
        <circle class="plant" cx="1.7" cy="-1" r="1.9" />
      </template>
      <circle v-else-if="kind(i) === 'one'" class="plant" r="2.5" />
      <circle v-else-if="kind(i) === 'missing'" class="missing" r="2.3" />
    </g>
  </svg>
</template>

<style scoped>
.tray {
  display: block;
  width: 100%;
}

.rim {
  fill: var(--earth-2);
  fill-opacity: 0.22;
  stroke: var(--earth-2);
  stroke-width: 0.8;
}

.cell {
  fill: var(--earth);
  fill-opacity: 0.3;
}

.plant {
  fill: var(--sprout);
  stroke: var(--sprout-deep);
  stroke-width: 0.7;
}

.missing {
  fill: none;
  stroke: var(--sprout-deep);
  stroke-width: 0.8;
  stroke-dasharray: 1.6 1.2;
}
</style>
