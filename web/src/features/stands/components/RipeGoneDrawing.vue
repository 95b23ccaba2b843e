<script setup lang="ts">
import { computed, ref } from 'vue'
import { calendar, SHARE_MARKS, upwards } from '@/shared/drawing/axes'
import { useWidth } from '@/shared/composables/useWidth'
import { weekdayShort } from '@/shared/format/dates'
import type { SeasonView } from '../api'

/** A season's seed over its days: green above, ripe and still there between, fallen below; what was seen as rings, the best days on the ground. */
const props = defineProps<{ season: SeasonView; today: string; coming: string | null }>()

const LEFT = 44
const TOP = 22
const BOTTOM = 206
const HEIGHT = 258
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 720)
type Day = SeasonView['days'][number]

const days = computed(() => props.season.days)
const time = computed(() => calendar(days.value[0]!.on, days.value.at(-1)!.on, [LEFT, width.value - 10]))
const x = (iso: string) => time.value.x(iso)
const y = upwards(BOTTOM, TOP)
const inside = (iso: string | null) => iso !== null && iso >= days.value[0]!.on && iso <= days.value.at(-1)!.on

/** One point a day is as smooth as can be seen. */
const points = (of: (d: Day) => number) => days.value.map((d) => `${x(d.on).toFixed(1)} ${y(of(d)).toFixed(1)}`)
const along = (of: (d: Day) => number) => `M${points(of).join('L')}`
const between = (low: (d: Day) => number, high: (d: Day) => number) =>
  `M${points(low).join('L')}L${points(high).reverse().join('L')}Z`
const green = computed(() =>
  between(
    (d) => d.ripe,
    () => 1,
  ),
)
const there = computed(() =>
  between(
    (d) => d.gone,
    (d) => d.ripe,
  ),
)
const doubts = computed(() => [
  between(
    (d) => d.ripe_lower,
    (d) => d.ripe_upper,
  ),
  between(
    (d) => d.gone_lower,
    (d) => d.gone_upper,
  ),
])
const lines = computed(() => [along((d) => d.ripe), along((d) => d.gone)])
const best = computed(() => {
  const { best_from: from, best_to: to } = props.season
  return from && to ? { x: x(from), width: Math.max(6, x(to) - x(from)) } : null
})
const words = computed(() => props.season.sentences.length)
/** A word at a line stays within the drawing. */
const anchor = (at: number) => (at > width.value - 70 ? 'end' : at < LEFT + 40 ? 'start' : 'middle')
</script>

<template>
  <div ref="box" class="season">
    <svg
      :width="width"
      :height="HEIGHT"
      role="img"
      :aria-label="`Seed ripe and gone over the season; ${words} sentences say the same`"
    >
      <path class="green" :d="green" />
      <path class="there" :d="there" />
      <path v-for="(d, i) in doubts" :key="i" class="doubt" :d="d" />
      <path v-for="(d, i) in lines" :key="`l${i}`" class="edge" :d="d" />
      <g v-for="mark in SHARE_MARKS" :key="mark" class="scale">
        <path :d="`M${LEFT} ${y(mark)}H${width - 10}`" />
        <text :x="LEFT - 8" :y="y(mark) + 4" text-anchor="end">{{ 100 * mark }}{{ mark === 1 ? ' %' : '' }}</text>
      </g>
      <g v-for="m in time.months()" :key="m.x" class="scale">
        <path :d="`M${m.x} ${BOTTOM}v32`" />
        <text :x="m.x" :y="BOTTOM + 46">{{ m.words }}</text>
      </g>
      <template v-if="best">
        <rect class="best" :x="best.x" :y="BOTTOM + 3" :width="best.width" height="9" rx="4" />
        <text
          class="best-word"
          :x="best.x + best.width / 2"
          :y="BOTTOM + 27"
          :text-anchor="anchor(best.x + best.width / 2)"
        >
          best days
        </text>
      </template>
      <circle
        v-for="s in season.seen.filter((s) => inside(s.on))"
        :key="s.on"
        class="ring"
        :cx="x(s.on)"
        :cy="y(s.ripe)"
        r="5"
      />
      <g v-if="inside(today)" class="now">
        <path :d="`M${x(today)} ${TOP - 6}V${BOTTOM}`" />
        <text :x="x(today)" :y="TOP - 9" :text-anchor="anchor(x(today))">today</text>
      </g>
      <g v-if="coming && coming !== today && inside(coming)" class="return-day">
        <path :d="`M${x(coming)} ${TOP - 6}V${BOTTOM}`" />
        <text v-if="Math.abs(x(coming) - x(today)) > 70" :x="x(coming)" :y="TOP - 9" :text-anchor="anchor(x(coming))">
          {{ weekdayShort(coming) }}
        </text>
      </g>
    </svg>
    <p class="legend quiet" aria-hidden="true">
      <span><i class="green-swatch"></i>not ripe</span>
      <span><i class="there-swatch"></i>ripe, still there</span>
      <span><i class="gone-swatch"></i>fallen</span>
      <span><i class="dot"></i>seen</span>
      <span>pale edges: 9 times in 10</span>
    </p>
  </div>
</template>

<style scoped>
.season {
  width: 100%;
  overflow: hidden;
}

.green {
  fill: var(--sprout);
  opacity: 0.42;
}

.there {
  fill: var(--earth-2);
  opacity: 0.75;
}

.doubt {
  fill: var(--sheet);
  opacity: 0.22;
}

.edge {
  fill: none;
  stroke: var(--earth);
  stroke-width: 1.6;
}

.scale path {
  stroke: var(--line);
  stroke-width: 1;
  opacity: 0.7;
}

text {
  fill: var(--ink-2);
  font: 0.82rem var(--text);
}

.best {
  fill: var(--care);
  opacity: 0.75;
}

.best-word {
  fill: var(--care);
  font-weight: 700;
}

.ring {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}

.now path {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.return-day path {
  stroke: var(--alert);
  stroke-width: 1.6;
  stroke-dasharray: 5 4;
}

.return-day text {
  fill: var(--alert);
}

.green-swatch {
  background: color-mix(in srgb, var(--sprout) 42%, var(--paper));
}

.there-swatch {
  background: color-mix(in srgb, var(--earth-2) 75%, var(--paper));
}

.gone-swatch {
  background: var(--paper);
}

.legend .dot {
  width: 11px;
  border: 2px solid var(--ink);
  border-radius: 50%;
}
</style>
