<script setup lang="ts">
import { computed } from 'vue'
import { wayThrough, type Stop } from '../logic/way'

/** The places of a route as furrows between dots, north up; places without a position are left out. */
const props = defineProps<{ stops: Stop[] }>()
const SIZE = { width: 420, height: 300, edge: 46 }
const dots = computed(() => wayThrough(props.stops, SIZE))
const path = computed(() => dots.value.map((d, i) => `${i ? 'L' : 'M'}${d.x} ${d.y}`).join(''))
</script>

<template>
  <svg
    v-if="dots.length > 1"
    class="way"
    :viewBox="`0 0 ${SIZE.width} ${SIZE.height}`"
    role="img"
    :aria-label="`The way through ${dots.map((d) => d.name).join(', ')}`"
  >
    <path class="furrow" :d="path" />
    <path class="ridge" :d="path" />
    <g v-for="d in dots" :key="d.name">
      <circle :cx="d.x" :cy="d.y" r="13" />
      <text class="number" :x="d.x" :y="d.y + 5" text-anchor="middle">{{ d.number }}</text>
      <text
        :x="d.x + (d.x > SIZE.width / 2 ? -19 : 19)"
        :y="d.y + 5"
        :text-anchor="d.x > SIZE.width / 2 ? 'end' : 'start'"
      >
        {{ d.name }}
      </text>
    </g>
    <text class="north" :x="SIZE.width - 8" y="16" text-anchor="end">↑ north</text>
  </svg>
</template>

<style scoped>
.way {
  width: 100%;
  max-height: 360px;
}

.furrow {
  fill: none;
  stroke: var(--future);
  stroke-width: 14;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.ridge {
  fill: none;
  stroke: var(--earth-2);
  stroke-width: 2;
  stroke-dasharray: 7 5;
}

circle {
  fill: var(--leaf);
}

text {
  fill: var(--ink);
  font: 0.95rem var(--text);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}

.number {
  fill: var(--on-leaf);
  stroke: none;
  font-weight: 700;
}

.north {
  fill: var(--ink-2);
}
</style>
