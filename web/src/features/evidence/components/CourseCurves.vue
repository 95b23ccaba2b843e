<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { straight, upwards } from '@/shared/drawing/axes'
import { percent, percentRange } from '@/shared/format/numbers'
import { inUnit, ticks, unitFor } from '@/shared/format/timescale'
import { clockWords } from '@/shared/labels'
import type { Comparison } from '../api'
import { courseAt, lookDays } from '../logic/courseAt'
import type { Inked } from '../logic/ordered'
import { inkOf } from './palette'

/** The course: steps at the looks, the fitted curve over them with its doubt, dishes faint behind, what came early before zero. */
const props = defineProps<{ treatments: Inked[]; clock: Comparison['clock'] }>()

const HEIGHT = 400
const TOP = 10
const BOTTOM = 40
const LABEL_GAP = 15
const BANDS_AT_ONCE = 4

const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 560)
const chosen = ref<number | null>(null)

const early = computed(() => props.clock === 'sowing' && props.treatments.some(({ t }) => t.early_share > 0))
const left = computed(() => (early.value ? 92 : 50))
const right = computed(() => Math.min(150, Math.max(70, ...props.treatments.map(({ t }) => t.name.length * 7.4 + 12))))
const end = computed(() => Math.max(0.01, ...props.treatments.map(({ t }) => t.course.days.at(-1) ?? 0)))
const unit = computed(() => unitFor(end.value))
const across = computed(() => straight([0, end.value], [left.value, width.value - right.value]))
const x = (day: number) => across.value(day)
const y = upwards(HEIGHT - BOTTOM, TOP)
const point = (day: number, share: number) => `${x(day).toFixed(1)} ${y(share).toFixed(1)}`

function steps(days: readonly number[], shares: readonly number[]): string {
  const start = `M${point(days[0] ?? 0, shares[0] ?? 0)}`
  return start + days.map((d, i) => `H${x(d).toFixed(1)}V${y(shares[i] ?? 0).toFixed(1)}`).join('')
}
const line = (days: readonly number[], shares: readonly number[]) =>
  days.map((d, i) => `${i ? 'L' : 'M'}${point(d, shares[i] ?? 0)}`).join('')
function band(course: Inked['t']['course']): string {
  if (course.lower.length < 2) return ''
  const back = course.days.map((d, i) => point(d, course.lower[i] ?? 0)).reverse()
  return `${line(course.days, course.upper)}L${back.join('L')}Z`
}

const curves = computed(() =>
  props.treatments.map(({ t, ink }) => ({
    name: t.name,
    ink,
    steps: steps(t.course.days, t.course.shares),
    fitted: t.curve ? line(t.curve.days, t.curve.shares) : '',
    band: band(t.course),
    dishes: t.dishes.map((d) => steps(d.days, d.shares)),
    early: t.early_share,
    share: t.course.shares.at(-1) ?? 0,
    ...inkOf(ink),
  })),
)
const few = computed(() => curves.value.length <= BANDS_AT_ONCE)
const shown = (ink: number) => (chosen.value === null ? few.value : chosen.value === ink)
const faded = (ink: number) => chosen.value !== null && chosen.value !== ink

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
  () => `Share up over time: ${props.treatments.map(({ t }) => `${t.name} ${percent(t.share)} %`).join(', ')}`,
)

// one look after the other, by finger, keyboard or screen reader
const days = computed(() => lookDays(props.treatments.map(({ t }) => t)))
const look = ref<number | null>(null)
const at = computed(() => days.value[Math.min(look.value ?? days.value.length - 1, days.value.length - 1)] ?? 0)
const told = computed(() =>
  props.treatments.flatMap(({ t }) => {
    const here = courseAt(t.course, at.value)
    if (!here) return []
    const doubt = here.lower !== null && here.upper !== null ? ` (${percentRange(here.lower, here.upper)})` : ''
    return [`${t.name} ${percent(here.share)} %${doubt}`]
  }),
)
const when = computed(() => `${unit.value.name.replace(/s$/, '')} ${inUnit(at.value, unit.value)}`)
const toggle = (ink: number) => (chosen.value = chosen.value === ink ? null : ink)
</script>

<template>
  <div ref="box" class="chart">
    <svg :width="width" :height="HEIGHT" role="group" :aria-label="label">
      <g v-for="p in [0, 25, 50, 75, 100]" :key="p" aria-hidden="true">
        <path class="grid" :d="`M${left} ${y(p / 100)}H${width - right}`" />
        <text :x="early ? 44 : left - 8" :y="y(p / 100) + 4" text-anchor="end">{{ p }}{{ p === 100 ? ' %' : '' }}</text>
      </g>
      <g v-for="d in marks" :key="d" aria-hidden="true">
        <path class="grid" :d="`M${x(d)} ${y(0)}v5`" />
        <text :x="x(d)" :y="y(0) + 18" text-anchor="middle">{{ inUnit(d, unit) }}</text>
      </g>
      <text v-if="early" class="axis" :x="52" :y="y(0) + 18" aria-hidden="true">early</text>
      <text class="axis" :x="(left + width - right) / 2" :y="HEIGHT - 4" text-anchor="middle" aria-hidden="true">
        {{ unit.name }} {{ clockWords[clock] }}
      </text>
      <g v-for="c in curves" :key="c.name" :style="{ stroke: c.colour }" :opacity="faded(c.ink) ? 0.25 : 1">
        <path v-if="shown(c.ink)" class="band" :d="c.band" :style="{ fill: c.colour }" />
        <template v-if="shown(c.ink)">
          <path v-for="(d, i) in c.dishes" :key="i" class="dish" :d="d" />
        </template>
        <path v-if="c.early > 0 && early" class="curve" :d="`M52 ${y(c.early)}H${left}`" :stroke-dasharray="c.dash" />
        <path :class="c.fitted ? 'steps' : 'curve'" :d="c.steps" :stroke-dasharray="c.fitted ? '' : c.dash" />
        <path v-if="c.fitted" class="curve" :d="c.fitted" :stroke-dasharray="c.dash" />
      </g>
      <path v-if="look !== null" class="cursor" :d="`M${x(at)} ${y(1)}V${y(0)}`" />
      <text
        v-for="c in labels"
        :key="c.name"
        class="label"
        role="button"
        tabindex="0"
        :aria-pressed="chosen === c.ink"
        :aria-label="`Show ${c.name} with its dishes and its uncertainty`"
        :x="width - right + 6"
        :y="c.at + 4"
        :style="{ fill: c.colour }"
        @click="toggle(c.ink)"
        @keydown.enter="toggle(c.ink)"
        @keydown.space.prevent="toggle(c.ink)"
      >
        {{ c.name }}
      </text>
    </svg>
    <label class="no-print">
      <span class="quiet">Look by look</span>
      <input
        type="range"
        min="0"
        :max="days.length - 1"
        :value="look ?? days.length - 1"
        :aria-valuetext="`${when}: ${told.join(', ')}`"
        @input="look = Number(($event.target as HTMLInputElement).value)"
      />
    </label>
    <p class="told no-print">
      <strong>{{ when }}</strong> {{ told.join(' · ') }}
    </p>
  </div>
</template>

<style scoped>
.chart .label {
  font-weight: 700;
  cursor: pointer;
}

.curve {
  fill: none;
  stroke-width: 2.4;
  stroke-linejoin: round;
}

.steps {
  fill: none;
  stroke-width: 1.1;
  stroke-opacity: 0.75;
}

.dish {
  fill: none;
  stroke-width: 1;
  stroke-opacity: 0.28;
}

.band {
  stroke: none;
  fill-opacity: 0.13;
}

.cursor {
  stroke: var(--alert);
  stroke-width: 1.5;
}

label {
  display: flex;
  gap: 12px;
  align-items: center;
}

input {
  flex: 1;
  min-height: 32px;
  accent-color: var(--leaf);
}

.told {
  min-height: 2.6em;
  margin: 0;
  font-size: 0.92rem;
}
</style>
