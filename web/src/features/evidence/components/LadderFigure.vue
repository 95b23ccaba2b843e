<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { straight, upwards } from '@/shared/drawing/axes'
import { percent, percentRange } from '@/shared/format/numbers'
import { unitWords } from '@/shared/labels'
import type { Comparison } from '../api'

/** The doses as what they are, numbers on an axis, with the share at each. */
const props = defineProps<{ ladder: Comparison['ladders'][number] }>()

const HEIGHT = 190
const TOP = 10
const BOTTOM = 40
const LEFT = 50
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 480)
const most = computed(() => Math.max(...props.ladder.points.map((p) => p.dose)) || 1)
const across = computed(() => straight([0, most.value], [LEFT, width.value - 30]))
const x = (dose: number) => across.value(dose)
const y = upwards(HEIGHT - BOTTOM, TOP)
const path = computed(() => props.ladder.points.map((p, i) => `${i ? 'L' : 'M'}${x(p.dose)} ${y(p.share)}`).join(''))
const unit = computed(
  () => (unitWords as Readonly<Record<string, string | undefined>>)[props.ladder.unit] ?? props.ladder.unit,
)
const said = (p: (typeof props.ladder.points)[number]) =>
  `${p.treatment}: ${percent(p.share)} %, ${percentRange(p.lower, p.upper)}`
</script>

<template>
  <div ref="box" class="chart">
    <svg :width="width" :height="HEIGHT" role="list" aria-label="Share by dose">
      <g v-for="p in [0, 50, 100]" :key="p" aria-hidden="true">
        <path class="grid" :d="`M${LEFT} ${y(p / 100)}H${width - 20}`" />
        <text :x="LEFT - 8" :y="y(p / 100) + 4" text-anchor="end">{{ p }}{{ p === 100 ? ' %' : '' }}</text>
      </g>
      <path class="through" :d="path" aria-hidden="true" />
      <g v-for="p in ladder.points" :key="p.treatment" role="listitem" tabindex="0" :aria-label="said(p)">
        <title>{{ said(p) }}</title>
        <path class="span" :d="`M${x(p.dose)} ${y(p.lower)}V${y(p.upper)}`" />
        <circle :cx="x(p.dose)" :cy="y(p.share)" r="5" />
        <text :x="x(p.dose)" :y="y(0) + 18" text-anchor="middle">{{ p.dose }}</text>
      </g>
      <text class="axis" :x="(LEFT + width) / 2" :y="HEIGHT - 4" text-anchor="middle" aria-hidden="true">
        dose, {{ unit }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.through {
  fill: none;
  stroke: var(--line);
  stroke-width: 1.5;
}

.span {
  stroke: var(--leaf);
  stroke-width: 7;
  stroke-opacity: 0.3;
  stroke-linecap: round;
}

circle {
  fill: var(--sheet);
  stroke: var(--leaf);
  stroke-width: 2.4;
}
</style>
