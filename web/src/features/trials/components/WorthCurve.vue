<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { straight } from '@/shared/drawing/axes'
import { plural } from '@/shared/format/numbers'
import type { WeighedDesign } from '../api'

/** Worth against seeds spent: each layout a seed, above the ground what gains plants, below it what costs them. */
const props = defineProps<{ designs: WeighedDesign[] }>()

const HEIGHT = 170
const LEFT = 50
const TOP = 30
const BOTTOM = 130
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 360)
const most = computed(() => Math.max(...props.designs.map((d) => d.seeds)) * 1.06)
const range = computed(() => {
  const worths = props.designs.map((d) => d.worth)
  return [Math.min(0, ...worths), Math.max(1, ...worths)] as const
})
const x = computed(() => straight([0, most.value], [LEFT, width.value - 12]))
const y = computed(() => straight(range.value, [BOTTOM, TOP]))
const bySize = computed(() =>
  props.designs
    .map((d) => ({ ...d, x: x.value(d.seeds), y: y.value(d.worth) }))
    .sort((a, b) => a.seeds - b.seeds || b.worth - a.worth),
)
const best = computed(() => bySize.value.reduce((a, b) => (b.worth > a.worth ? b : a)))
/** The most that so many seeds can gain. */
const edge = computed(() => {
  let top = -Infinity
  const along = bySize.value.filter((d) => d.worth > top && ((top = d.worth), true))
  return along.map((d, i) => `${i ? 'L' : `M${LEFT} ${y.value(0)}L`}${d.x} ${d.y}`).join('')
})
const said = (d: WeighedDesign) =>
  `${plural(d.treatments.length, 'treatment')}, ${d.dishes} × ${d.seeds_per_dish}, ${d.seeds} seeds: ${Math.round(d.worth)} plants`
const COLOURS = ['var(--leaf)', 'var(--leaf)', 'var(--chill)', 'var(--warm)', 'var(--smoke)']
const colour = (treatments: number) => COLOURS[Math.min(COLOURS.length - 1, treatments)]
const counts = computed(() => [...new Set(props.designs.map((d) => d.treatments.length))].sort())
</script>

<template>
  <div ref="box" class="curve">
    <svg :width="width" :height="HEIGHT" role="list" aria-label="Plants gained against seeds spent">
      <rect
        class="below"
        :x="LEFT"
        :y="y(0)"
        :width="width - LEFT - 12"
        :height="Math.max(0, BOTTOM - y(0))"
        aria-hidden="true"
      />
      <path class="ground" :d="`M${LEFT} ${y(0)}H${width - 12}`" aria-hidden="true" />
      <text :x="LEFT - 8" :y="y(0) + 4" text-anchor="end" aria-hidden="true">0</text>
      <text v-if="range[1] > 1" :x="LEFT - 8" :y="TOP + 4" text-anchor="end" aria-hidden="true">
        +{{ Math.round(range[1]) }}
      </text>
      <text v-if="range[0] < -1" :x="LEFT - 8" :y="BOTTOM + 4" text-anchor="end" aria-hidden="true">
        −{{ Math.round(-range[0]) }}
      </text>
      <path class="edge" :d="edge" aria-hidden="true" />
      <g
        v-for="d in bySize"
        :key="`${d.treatments.join()}${d.dishes}x${d.seeds_per_dish}`"
        role="listitem"
        tabindex="0"
        :aria-label="said(d)"
      >
        <title>{{ said(d) }}</title>
        <ellipse
          :cx="d.x"
          :cy="d.y"
          :rx="d.own ? 7 : 5"
          :ry="d.own ? 5 : 3.6"
          :class="{ own: d.own }"
          :style="{ fill: colour(d.treatments.length) }"
        />
      </g>
      <text
        v-if="best.worth > 0"
        class="best"
        :x="best.x"
        :y="best.y - 10"
        :text-anchor="best.x > width - 90 ? 'end' : 'start'"
        aria-hidden="true"
      >
        {{ best.seeds }} seeds
      </text>
      <text :x="width - 12" :y="HEIGHT - 6" text-anchor="end" aria-hidden="true">
        {{ Math.round(most / 1.06) }} seeds spent
      </text>
      <text :x="LEFT" :y="HEIGHT - 6" aria-hidden="true">plants gained</text>
    </svg>
    <p class="legend quiet" aria-hidden="true">
      <span v-for="n in counts" :key="n"><i :style="{ background: colour(n) }"></i>{{ n }} treatments</span>
    </p>
  </div>
</template>

<style scoped>
.curve {
  width: 100%;
  overflow: hidden;
}

.below {
  fill: var(--earth-2);
  opacity: 0.16;
}

.ground {
  stroke: var(--earth);
  stroke-width: 1.6;
}

.edge {
  fill: none;
  stroke: var(--sprout);
  stroke-width: 1.6;
}

ellipse.own {
  stroke: var(--ink);
  stroke-width: 2;
}

text {
  fill: var(--ink-2);
  font: 0.82rem var(--text);
}

.best {
  fill: var(--leaf);
  font-weight: 700;
}

.legend i {
  height: 9px;
  border: 0;
  border-radius: 50%;
}
</style>
