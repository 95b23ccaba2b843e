<script setup lang="ts">
import { computed } from 'vue'
import { straight } from '@/shared/drawing/axes'
import { percent, seeds } from '@/shared/format/numbers'
import type { QuestionPlan } from '../api'

/** Seeds spent against what they buy: how surely a difference would be seen, or how close a share would be read. */
const props = defineProps<{ plan: QuestionPlan }>()

const [W, H, LEFT, FOOT] = [430, 112, 46, 22]
const ENOUGH = { power: 0.8, width: 0.2 }
const byPower = computed(() => props.plan.curve.some((p) => p.power !== null))
const top = computed(() => (byPower.value ? 1 : 0.5))
const most = computed(() => Math.max(...props.plan.curve.map((p) => p.seeds)))
const across = computed(() => straight([0, most.value], [LEFT, W - 12]))
const up = computed(() => straight([0, top.value], [H - FOOT, 8]).clamp(true))
const x = (n: number) => across.value(n)
const y = (v: number) => up.value(v)
const points = computed(() =>
  props.plan.curve.flatMap((p) => {
    const value = byPower.value ? p.power : p.half_width
    return value === null ? [] : [{ ...p, value, x: x(p.seeds), y: y(value) }]
  }),
)
const here = computed(() => points.value.find((p) => p.dishes === props.plan.dishes))
const line = computed(() => points.value.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join(''))
const enough = computed(() => y(byPower.value ? ENOUGH.power : ENOUGH.width))
const label = computed(() =>
  points.value
    .map(
      (p) =>
        `${p.dishes} dishes, ${p.seeds} seeds: ${byPower.value ? '' : '± '}${percent(p.value)} ${byPower.value ? '% of the time' : 'points'}`,
    )
    .join('; '),
)
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="label">
    <path class="axis" :d="`M${LEFT} 8V${H - FOOT}H${W - 8}`" />
    <path class="enough" :d="`M${LEFT} ${enough}H${W - 8}`" />
    <text class="say" :x="W - 10" :y="enough - 4" text-anchor="end">
      {{ byPower ? 'detected 8 times in 10' : '± 20 points' }}
    </text>
    <path class="curve" :d="line" />
    <circle v-for="p in points" :key="p.dishes" class="dot" :cx="p.x" :cy="p.y" r="3" />
    <template v-if="here">
      <circle class="here" :cx="here.x" :cy="here.y" r="6" />
      <text class="value" :x="here.x" :y="here.y > 40 ? here.y - 10 : here.y + 20" text-anchor="middle">
        {{ byPower ? `${percent(here.value)} %` : `± ${percent(here.value)}` }}
      </text>
    </template>
    <text class="say" :x="LEFT - 6" y="14" text-anchor="end">{{ byPower ? '100 %' : '± 50' }}</text>
    <text class="say" :x="LEFT - 6" :y="H - FOOT" text-anchor="end">0</text>
    <text class="say" :x="W - 10" :y="H - 6" text-anchor="end">{{ seeds(most, false) }} seeds</text>
    <text class="say" :x="LEFT" :y="H - 6">
      {{ byPower ? `chance of detecting ${Math.round(100 * plan.difference)} points` : 'precision of each percentage' }}
    </text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 460px;
}

.axis,
.enough {
  fill: none;
  stroke: var(--line);
}

.enough {
  stroke: var(--earth-2);
  stroke-dasharray: 4 4;
}

.curve {
  fill: none;
  stroke: var(--sprout-deep);
  stroke-width: 2px;
}

.dot {
  fill: var(--sprout-deep);
}

.here {
  fill: var(--leaf);
}

.value {
  fill: var(--ink);
  font: 600 13px var(--heading);
}

.say {
  fill: var(--ink-2);
  font-size: 11.5px;
}
</style>
