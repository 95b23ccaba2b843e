<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '../composables/useWidth'
import { percent, percentRange } from '../format/numbers'
import { SHARE_MARKS, straight, upwards } from './axes'
import { doseScale, lotColours, type DoseResponse } from './doses'

/** A dose series: every treatment as a ring, the curve with its uncertainty, where the next lot will fall, and the dose that is enough. */
const props = defineProps<{ series: DoseResponse }>()

const HEIGHT = 300
const TOP = 14
const BOTTOM = 236
const LEFT = 48
const RIGHT = 18
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 640)
const largest = computed(() => Math.max(...props.series.rings.map((r) => r.dose), 1e-9))
const across = computed(() => straight([0, largest.value], [LEFT, width.value - RIGHT]))
const x = (dose: number) => across.value(dose)
const y = upwards(BOTTOM, TOP)
const scale = computed(() => doseScale(largest.value, props.series.unit, width.value - LEFT))
const colours = computed(() => lotColours(props.series.rings))
const colour = (code: string) => colours.value.get(code) ?? 'var(--leaf)'
const several = computed(() => colours.value.size > 1)

type Point = DoseResponse['line'][number]
const points = (of: (p: Point) => number) => props.series.line.map((p) => `${x(p.dose)} ${y(of(p))}`)
const band = (low: (p: Point) => number | null, high: (p: Point) => number | null) =>
  `M${points((p) => low(p) ?? p.share).join('L')}L${points((p) => high(p) ?? p.share)
    .reverse()
    .join('L')}Z`
const average = computed(() =>
  band(
    (p) => p.lower,
    (p) => p.upper,
  ),
)
const next = computed(() =>
  props.series.line.some((p) => p.next_lower !== null)
    ? band(
        (p) => p.next_lower,
        (p) => p.next_upper,
      )
    : '',
)
/** Without a curve the means of the doses are joined. */
const joined = computed(() => {
  if (props.series.line.length) return points((p) => p.share).join('L')
  const by = new Map<number, number[]>()
  for (const r of props.series.rings) by.set(r.dose, [...(by.get(r.dose) ?? []), r.share])
  return [...by].map(([dose, s]) => `${x(dose)} ${y(s.reduce((a, b) => a + b) / s.length)}`).join('L')
})
const reached = computed(() => {
  const s = props.series
  return s.dose === null || s.top === null ? null : { x: x(s.dose), y: y(s.wanted ?? 0.9 * s.top) }
})
const range = computed(() => {
  const s = props.series
  const [from, to] = s.best_lower === null ? [s.lower, s.upper] : [s.best_lower, s.best_upper]
  return from === null || to === null ? null : { x: x(from), width: Math.max(5, x(to) - x(from)) }
})
const said = (r: DoseResponse['rings'][number]) =>
  `${r.lot_code}, ${r.treatment}: ${percent(r.share)} %, ${percentRange(r.lower, r.upper)}${r.from_log ? '; cold from the log' : ''}`
/** Rings of one dose stand side by side. */
const rings = computed(() => {
  const at = new Map<number, number>()
  return props.series.rings.map((r) => {
    const n = at.get(r.dose) ?? 0
    at.set(r.dose, n + 1)
    return { ...r, x: x(r.dose) + n * 9 * (x(r.dose) > width.value - 80 ? -1 : 1) }
  })
})
</script>

<template>
  <div ref="box" class="doses">
    <svg :width="width" :height="HEIGHT" role="list" aria-label="Share germinated by dose">
      <g v-for="mark in SHARE_MARKS" :key="mark" class="scale" aria-hidden="true">
        <path :d="`M${LEFT} ${y(mark)}H${width - RIGHT}`" />
        <text :x="LEFT - 8" :y="y(mark) + 4" text-anchor="end">{{ 100 * mark }}{{ mark === 1 ? ' %' : '' }}</text>
      </g>
      <path v-if="next" class="next" :d="next" aria-hidden="true" />
      <path v-if="series.line.length" class="average" :d="average" aria-hidden="true" />
      <path class="curve" :class="{ joined: !series.line.length }" :d="`M${joined}`" aria-hidden="true" />
      <path v-if="reached" class="reach" :d="`M${LEFT} ${reached.y}H${reached.x}V${BOTTOM}`" aria-hidden="true" />
      <rect
        v-if="range"
        class="range"
        :x="range.x"
        :y="BOTTOM + 2"
        :width="range.width"
        height="9"
        rx="4"
        aria-hidden="true"
      />
      <g
        v-for="r in rings"
        :key="`${r.trial}${r.treatment_id}`"
        role="listitem"
        tabindex="0"
        :aria-label="said(r)"
        :style="{ color: colour(r.lot_code) }"
      >
        <title>{{ said(r) }}</title>
        <path class="span" :d="`M${r.x} ${y(r.lower)}V${y(r.upper)}`" />
        <circle :cx="r.x" :cy="y(r.share)" r="5.4" :class="{ log: r.from_log }" />
      </g>
      <g v-for="mark in scale.marks" :key="`d${mark}`" class="scale" aria-hidden="true">
        <text :x="x(mark)" :y="BOTTOM + 30" text-anchor="middle">{{ mark / scale.size }}</text>
      </g>
      <text class="axis" :x="(LEFT + width) / 2" :y="HEIGHT - 8" text-anchor="middle" aria-hidden="true">
        {{ scale.words }}
      </text>
    </svg>
    <p class="legend quiet" aria-hidden="true">
      <span v-for="[code, ink] in several ? colours : []" :key="code"
        ><i class="dot" :style="{ borderColor: ink }"></i>{{ code }}</span
      >
      <template v-if="series.line.length">
        <span>Line and dark band: {{ next ? 'the average lot' : 'this lot' }}, 95 %.</span>
        <span v-if="next">Pale band: where the next lot will fall, 19 times in 20.</span>
      </template>
      <span v-if="range"
        >Bar:
        {{ series.best_lower === null ? 'the dose that is enough, 95 %' : 'doses about as good as the best' }}.</span
      >
    </p>
  </div>
</template>

<style scoped>
.doses {
  width: 100%;
  overflow: hidden;
}

.scale path {
  stroke: var(--line-soft);
}

text {
  fill: var(--ink-2);
  font: 0.85rem var(--text);
}

.next {
  fill: var(--sprout);
  fill-opacity: 0.2;
}

.average {
  fill: var(--sprout);
  fill-opacity: 0.42;
}

.curve {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 2.4;
}

.joined {
  stroke: var(--line);
  stroke-width: 1.6;
}

.reach {
  fill: none;
  stroke: var(--care);
  stroke-dasharray: 5 4;
  stroke-width: 1.5;
}

.range {
  fill: var(--care);
  opacity: 0.6;
}

.span {
  stroke: currentcolor;
  stroke-width: 2.2;
}

circle {
  fill: var(--sheet);
  stroke: currentcolor;
  stroke-width: 2.4;
}

.log {
  fill: color-mix(in srgb, currentcolor 35%, var(--sheet));
}

.legend .dot {
  width: 11px;
  border-width: 2.4px;
  border-radius: 50%;
}
</style>
