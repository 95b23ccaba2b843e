<script setup lang="ts">
import { computed } from 'vue'
import type { calendar } from '@/shared/drawing/axes'
import { upwards } from '@/shared/drawing/axes'
import { day, dayAfter } from '@/shared/format/dates'
import type { PlanView } from '../api'

/** What lies on a shelf, or falls to the hands, day by day under the furrows: this plan darker, what is there already paler. */
const props = defineProps<{
  load: PlanView['hands']
  scale: ReturnType<typeof calendar>
  width: number
  label: string
  unit: string
}>()

const HIGH = 44
const HEAD = 20
const LEAST = 4
const top = computed(() => Math.max(1, props.load.limit ?? 0, ...props.load.stretches.map((s) => s.count)))
const up = computed(() => upwards(HEAD + HIGH, HEAD))
const y = (count: number) => up.value(count / top.value)
const bars = computed(() =>
  props.load.stretches.map((s) => {
    const left = props.scale.x(s.first)
    const wide = Math.max(LEAST, props.scale.x(dayAfter(s.last, 1)) - left)
    return { ...s, left, wide, over: props.load.limit !== null && s.count > props.load.limit }
  }),
)
const most = computed(() => Math.max(0, ...props.load.stretches.map((s) => s.count)))
const sentence = computed(() => {
  const over = bars.value.filter((b) => b.over).map((b) => `${b.count} on ${day(b.first)}`)
  const limit = props.load.limit === null ? 'no limit is set' : `the limit is ${props.load.limit}`
  return `${props.label}: at most ${most.value} ${props.unit}; ${limit}${over.length ? `; too many: ${over.join(', ')}` : ''}.`
})
</script>

<template>
  <svg :width="width" :height="HEAD + HIGH + 4" role="img" :aria-label="sentence">
    <text x="4" y="11">{{ label }}: at most {{ most }} {{ unit }}</text>
    <path class="ground" :d="`M4 ${y(0)}H${width - 4}`" />
    <g v-for="b in bars" :key="b.first">
      <rect class="there" :x="b.left" :y="y(b.count)" :width="b.wide" :height="y(0) - y(b.count)" />
      <rect
        v-if="b.own"
        class="own"
        :class="{ over: b.over }"
        :x="b.left"
        :y="y(b.own)"
        :width="b.wide"
        :height="y(0) - y(b.own)"
      />
      <rect v-if="b.over" class="over" :x="b.left" :y="y(b.count)" :width="b.wide" height="3" />
    </g>
    <template v-if="load.limit !== null">
      <path class="limit" :d="`M4 ${y(load.limit)}H${width - 4}`" />
      <text :x="width - 6" :y="y(load.limit) - 3" text-anchor="end">room for {{ load.limit }}</text>
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
}

text {
  fill: var(--ink-2);
  font: 12px var(--text);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}

.ground {
  stroke: var(--line);
}

.there {
  fill: var(--earth-2);
  opacity: 0.35;
}

.own {
  fill: var(--chill);
  opacity: 0.8;
}

.over {
  fill: var(--alert);
}

.limit {
  stroke: var(--alert);
  stroke-dasharray: 5 4;
}
</style>
