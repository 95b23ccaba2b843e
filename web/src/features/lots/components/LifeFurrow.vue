<script setup lang="ts">
import { computed } from 'vue'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import { day, dayAfter } from '@/shared/format/dates'
import { percent, percentRange, seeds } from '@/shared/format/numbers'
import type { Lot, LotPage, StockLine } from '../api'
import { fitting, lifeOf, testSays, type LifeTest } from '../logic/life'
import { logWord } from '../logic/logWord'

/** The life of a lot as one furrow: its amount as the height, draws as steps down, tests as dishes, what was done and is due below. */
const props = defineProps<{ lot: Lot; page: LotPage; ledger: readonly StockLine[]; today: string }>()

const RISE = 104
const FOOT = 34
const DISH = 36
const LETTER = 6.7
const life = computed(() => lifeOf(props.lot, props.page, props.ledger, props.today, logWord))
const domain = computed(() => {
  const room = 0.015 * life.value.endDay
  return [-room, life.value.endDay + room] as const
})
const furrow = computed(() => ({
  steps: [],
  // the tests stand above the highest amount
  course: life.value.course.map((c) => ({ ...c, share: c.share * 0.6 })),
  lookDays: life.value.events.map((e) => e.day),
  todayDay: life.value.today,
  endDay: life.value.endDay,
}))
const dish = (t: LifeTest) => ({ sown: t.of, germinated: t.count, fresh: 0, abnormal: 0, rotted: 0, lost: 0, empty: 0 })
const wideTest = (t: LifeTest) => DISH + 8 + LETTER * Math.max(18, words(t).length)
const words = (t: LifeTest) =>
  (t.base === 'sown' ? `${percentRange(t.lower, t.upper)}, ${t.treatment}` : percentRange(t.lower, t.upper)).slice(
    0,
    34,
  )
const wideEvent = (e: { word: string; more: string; on: string }) =>
  LETTER * Math.max(e.word.length, day(e.on).length, e.more.length > 24 ? 0 : e.more.length)
const amountWords = (a: { seeds: number; estimated: boolean }) => seeds(a.seeds, a.estimated)
const label = computed(() => {
  const l = life.value
  const parts = [
    ...l.amounts.map((a) => `${day(dayAfter(l.zero, a.day))}: ${amountWords(a)} seeds`),
    ...l.tests.map((t) => `${day(t.on)}: ${percent(t.share)} % ${testSays(t.base)}, ${words(t)}`),
    ...l.events.map((e) => `${day(e.on)}: ${[e.word, e.more].filter(Boolean).join(', ')}`),
  ]
  return `Life of the lot. ${parts.join('; ') || 'Nothing is recorded yet.'}`
})
</script>

<template>
  <FurrowDrawing :furrow="furrow" :domain="domain" :label="label" :rise="RISE" :foot="FOOT">
    <template #default="{ x, y, soil, strip, width }">
      <text v-if="!life.course.length" class="amount" :x="x(0) + 8" :y="soil - 8">amount not known</text>
      <text
        v-for="a in fitting(life.amounts, x, (a) => LETTER * amountWords(a).length, width)"
        :key="a.day"
        class="amount"
        :x="a.x + 6"
        :y="y(a.share * 0.6) - 6"
      >
        {{ amountWords(a) }}
      </text>
      <g v-for="t in fitting(life.tests, x, wideTest, width)" :key="t.day" :transform="`translate(${t.x} 4)`">
        <DishDrawing :dish="dish(t)" :width="DISH" :height="DISH" aria-hidden="true" />
        <text class="share" :x="DISH + 6" y="15">{{ percent(t.share) }} % {{ testSays(t.base) }}</text>
        <text :x="DISH + 6" y="31">{{ words(t) }}</text>
      </g>
      <g
        v-for="(e, i) in fitting(life.events, x, wideEvent, width)"
        :key="i"
        :transform="`translate(${e.x} ${soil + strip})`"
      >
        <text class="event" y="22">{{ e.word }}</text>
        <text y="37">{{ e.more && e.more.length <= 24 ? e.more : day(e.on) }}</text>
      </g>
    </template>
  </FurrowDrawing>
</template>

<style scoped>
text {
  fill: var(--ink-2);
  font: 12px var(--text);
}

.event {
  fill: var(--ink);
}

.amount {
  fill: var(--ink);
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}

.share {
  fill: var(--ink);
  font: 600 15px var(--heading);
}
</style>
