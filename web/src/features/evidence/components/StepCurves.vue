<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { percent } from '@/shared/format/numbers'
import { inUnit, ticks, unitFor } from '@/shared/format/timescale'
import type { TreatmentResult } from '../api'
import { inkOf } from './palette'

/** Cumulative curves as steps at the looks, each labelled at its end. */
const props = defineProps<{ treatments: TreatmentResult[] }>()

const HEIGHT = 330
const TOP = 10
const BOTTOM = 40
const LEFT = 50
const LABEL_GAP = 15

const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 560)

const right = computed(() => Math.min(150, Math.max(70, ...props.treatments.map((t) => t.name.length * 7.4 + 12))))
const end = computed(() => Math.max(0.01, ...props.treatments.map((t) => t.steps.at(-1)?.day ?? 0)))
const unit = computed(() => unitFor(end.value))
const x = (day: number) => LEFT + (day / end.value) * (width.value - LEFT - right.value)
const y = (share: number) => TOP + (1 - share) * (HEIGHT - TOP - BOTTOM)

const curves = computed(() =>
  props.treatments.map((t, i) => {
    const [first, ...rest] = t.steps
    const start = `M${x(0).toFixed(1)} ${y(first?.share ?? 0).toFixed(1)}`
    const path = start + rest.map((p) => `H${x(p.day).toFixed(1)}V${y(p.share).toFixed(1)}`).join('')
    return { name: t.name, path, share: t.steps.at(-1)?.share ?? 0, ...inkOf(i) }
  }),
)

/** Labels pushed apart, so that curves that end together can still be read. */
const labels = computed(() => {
  const placed = curves.value.map((c) => ({ ...c, at: y(c.share) })).sort((a, b) => a.at - b.at)
  const floor = HEIGHT - BOTTOM + 6
  placed.forEach((c, i) => {
    const above = placed[i - 1]
    if (above && c.at < above.at + LABEL_GAP) c.at = above.at + LABEL_GAP
  })
  for (let i = placed.length - 1; i >= 0; i -= 1) {
    const limit = i === placed.length - 1 ? floor : (placed[i + 1]?.at ?? floor) - LABEL_GAP
    const own = placed[i]
    if (own && own.at > limit) own.at = limit
  }
  return placed
})
const marks = computed(() => ticks(0, end.value, unit.value, Math.max(3, Math.floor(width.value / 90))))
const label = computed(
  () => `Share up over time: ${props.treatments.map((t) => `${t.name} ${percent(t.share)} %`).join(', ')}`,
)
</script>

<template>
  <div ref="box" class="chart">
    <svg :width="width" :height="HEIGHT" role="img" :aria-label="label">
      <g v-for="p in [0, 25, 50, 75, 100]" :key="p">
        <path class="grid" :d="`M${LEFT} ${y(p / 100)}H${width - right}`" />
        <text :x="LEFT - 8" :y="y(p / 100) + 4" text-anchor="end">{{ p }}{{ p === 100 ? ' %' : '' }}</text>
      </g>
      <g v-for="d in marks" :key="d">
        <path class="grid" :d="`M${x(d)} ${y(0)}v5`" />
        <text :x="x(d)" :y="y(0) + 18" text-anchor="middle">{{ inUnit(d, unit) }}</text>
      </g>
      <text class="axis" :x="(LEFT + width - right) / 2" :y="HEIGHT - 4" text-anchor="middle">
        {{ unit.name }} from sowing
      </text>
      <g v-for="c in curves" :key="c.name" :style="{ stroke: c.colour }">
        <path class="curve" :d="c.path" :stroke-dasharray="c.dash" />
      </g>
      <text
        v-for="c in labels"
        :key="c.name"
        class="label"
        :x="width - right + 6"
        :y="c.at + 4"
        :style="{ fill: c.colour }"
      >
        {{ c.name }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.chart .label {
  font-weight: 700;
}

.curve {
  fill: none;
  stroke-width: 2.4;
  stroke-linejoin: round;
}
</style>
