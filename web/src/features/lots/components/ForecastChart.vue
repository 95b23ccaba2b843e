<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { calendar, upwards } from '@/shared/drawing/axes'
import { day, dayAfter, daysBetween, parseDay } from '@/shared/format/dates'
import { percent, percentRange } from '@/shared/format/numbers'
import type { LotPage } from '../api'

/** How the lot declines: its tests, the forecast with its range, and in the background what its storage class alone says. */
const props = defineProps<{ page: LotPage; today: string }>()

const HIGH = 150
const LEFT = 48
const TOP = 8
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 420)
const AROUND_DAYS = 36
const YEAR_DAYS = 365
const span = computed(() => {
  const days = [
    ...props.page.tests.map((t) => t.tested_on),
    ...props.page.forecast.points.map((p) => p.on),
    props.today,
  ].sort()
  const [first, last] = [days[0] ?? props.today, days.at(-1) ?? props.today]
  const shown = Math.max(YEAR_DAYS, daysBetween(first, last))
  return [dayAfter(first, -AROUND_DAYS), dayAfter(first, shown + AROUND_DAYS)] as const
})
const scale = computed(() => calendar(...span.value, [LEFT, width.value - 8]))
const x = (iso: string) => scale.value.x(iso)
const y = upwards(HIGH - 24, TOP)
const line = (key: 'lower' | 'share' | 'upper' | 'prior_lower' | 'prior_upper') =>
  props.page.forecast.points.map((p) => `${x(p.on)} ${y(p[key])}`)
const band = computed(() => `M${line('upper').join('L')}L${line('lower').reverse().join('L')}Z`)
const before = computed(() => `M${line('prior_upper').join('L')}L${line('prior_lower').reverse().join('L')}Z`)
const years = computed(() => {
  const [from, to] = span.value.map((iso) => parseDay(iso).getFullYear()) as [number, number]
  const step = Math.max(1, Math.ceil((to - from) / 8))
  const found = []
  for (let at = from + 1; at <= to; at += step) found.push(at)
  return found
})
const inWords = computed(() =>
  props.page.tests
    .map((t) => `${day(t.tested_on)}: ${percent(t.share)} % of ${t.base}, ${percentRange(t.lower, t.upper)}`)
    .join('; '),
)
</script>

<template>
  <div ref="box" class="chart">
    <svg :width="width" :height="HIGH" role="img" :aria-label="`Tests of this lot. ${inWords}`">
      <g v-for="share in [0, 0.5, 1]" :key="share">
        <line :x1="LEFT" :x2="width - 8" :y1="y(share)" :y2="y(share)" class="grid" />
        <text :x="LEFT - 6" :y="y(share) + 4" text-anchor="end">{{ 100 * share }}{{ share === 1 ? ' %' : '' }}</text>
      </g>
      <text v-for="at in years" :key="at" :x="x(`${at}-01-01`)" :y="HIGH - 6" text-anchor="middle">{{ at }}</text>
      <template v-if="page.forecast.points.length">
        <path :d="before" class="before" />
        <path :d="band" fill="var(--chill)" opacity="0.22" />
        <path
          :d="`M${line('share').join('L')}`"
          fill="none"
          stroke="var(--chill)"
          stroke-width="2"
          stroke-dasharray="6 4"
        />
      </template>
      <line :x1="x(today)" :x2="x(today)" :y1="TOP" :y2="HIGH - 24" stroke="var(--alert)" />
      <g v-for="(t, i) in page.tests" :key="i" :opacity="t.used ? 1 : 0.35">
        <line :x1="x(t.tested_on)" :x2="x(t.tested_on)" :y1="y(t.lower)" :y2="y(t.upper)" stroke="var(--ink)" />
        <circle :cx="x(t.tested_on)" :cy="y(t.share)" r="4.5" fill="var(--leaf)" />
      </g>
    </svg>
    <p v-if="page.forecast.points.length" class="quiet key">
      Dark band: from this lot’s tests. Pale hatched band: from its storage class alone.
      <template v-if="page.tests.some((t) => !t.used)"
        >Pale dots: trials of other treatments, which say nothing about decline.</template
      >
    </p>
  </div>
</template>
