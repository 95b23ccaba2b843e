<script setup lang="ts">
import { computed, ref } from 'vue'
import type { DayOfLog } from '@/shared/api/types'
import { useWidth } from '@/shared/composables/useWidth'
import { straight } from './axes'
import { day, dayAfter, isoDay } from '@/shared/format/dates'
import { degrees, degreesShown, degreeUnit } from '@/shared/format/units'

/** A log by day: coldest to warmest as a bar, the band in which cold counts as a stripe, frost marked. Touch or focus reads a day. */
const props = defineProps<{ days: readonly DayOfLog[]; first: string; low?: number; high?: number }>()

const HEIGHT = 150
const LEFT = 34
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 700)
const at = ref<number | null>(null)

const low = computed(() => Math.min(-3, ...props.days.map((d) => d.low_c)) - 1)
const high = computed(() => Math.max(10, ...props.days.map((d) => d.high_c)) + 1)
const last = computed(() => props.days.at(-1)?.day ?? 0)
const start = computed(() => props.days[0]?.day ?? 0)
const step = computed(() => x(start.value + 1) - x(start.value))
const across = computed(() => straight([start.value, last.value + 1], [LEFT, width.value]))
const up = computed(() => straight([low.value, high.value], [HEIGHT - 22, 8]))
const x = (n: number) => across.value(n)
const y = (c: number) => up.value(c)
const dayOf = (n: number) => dayAfter(isoDay(new Date(props.first)), n)
const ticks = computed(() => [-20, -10, 0, 10, 20, 30].filter((t) => t > low.value && t < high.value))
const read = computed(() => props.days.find((d) => d.day === at.value))
const frosty = computed(() => props.days.filter((d) => d.low_c < 0).length)
const label = computed(
  () =>
    `${props.days.length} days of readings, from ${degrees(Math.min(...props.days.map((d) => d.low_c)))} to ${degrees(Math.max(...props.days.map((d) => d.high_c)))}; ${frosty.value} days with frost.`,
)
function pick(event: PointerEvent) {
  const left = (event.currentTarget as SVGElement).getBoundingClientRect().left
  at.value = Math.floor(across.value.invert(event.clientX - left))
}
function walk(by: number) {
  at.value = Math.min(last.value, Math.max(start.value, (at.value ?? start.value) + by))
}
</script>

<template>
  <div ref="box" class="chart">
    <svg
      :width="width"
      :height="HEIGHT"
      role="img"
      tabindex="0"
      :aria-label="label"
      @pointermove="pick"
      @pointerdown="pick"
      @keydown.left.prevent="walk(-1)"
      @keydown.right.prevent="walk(1)"
    >
      <rect
        class="band"
        :x="LEFT"
        :y="y(props.high ?? 6)"
        :width="width - LEFT"
        :height="y(props.low ?? 0.5) - y(props.high ?? 6)"
      />
      <g v-for="t in ticks" :key="t">
        <path class="grid" :d="`M${LEFT} ${y(t)}H${width}`" />
        <text :x="LEFT - 6" :y="y(t) + 4" text-anchor="end">{{ degreesShown(t, 0) }}</text>
      </g>
      <rect
        v-for="d in days"
        :key="d.day"
        :class="d.low_c < 0 ? 'frost' : d.high_c > 10 ? 'warm' : 'day'"
        :x="x(d.day)"
        :y="y(d.high_c)"
        :width="Math.max(1, step - (step > 4 ? 1 : 0))"
        :height="Math.max(1.5, y(d.low_c) - y(d.high_c))"
      />
      <path v-if="read" class="reading" :d="`M${x(read.day) + step / 2} 4V${HEIGHT - 20}`" />
      <text :x="LEFT" :y="HEIGHT - 4">{{ day(dayOf(start)) }}</text>
      <text :x="width" :y="HEIGHT - 4" text-anchor="end">{{ day(dayOf(last)) }}</text>
    </svg>
    <p class="quiet read" role="status">
      <template v-if="read"
        >{{ day(dayOf(read.day)) }}: {{ degrees(read.low_c) }} to {{ degrees(read.high_c) }},
        {{ read.band_hours.toFixed(0) }} of {{ read.known_hours.toFixed(0) }} h in the band</template
      >
      <template v-else
        >{{ degreeUnit() }} by day; the stripe is the band in which cold counts. Touch a day to read it.</template
      >
    </p>
  </div>
</template>

<style scoped>
.band {
  fill: var(--chill);
  opacity: 0.18;
}

.day {
  fill: var(--chill);
}

.warm {
  fill: var(--warm);
}

.frost {
  fill: var(--alert);
}

.reading {
  stroke: var(--ink);
}

.read {
  min-height: 1.5em;
  margin: 2px 0 0;
  font-size: 0.92rem;
}
</style>
