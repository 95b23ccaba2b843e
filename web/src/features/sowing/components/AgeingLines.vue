<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { calendar, upwards } from '@/shared/drawing/axes'
import { day, dayAfter } from '@/shared/format/dates'
import { percent, percentRange } from '@/shared/format/numbers'
import type { PlantKnowledge } from '../api'

/** Every test of every lot on one axis of years: the share with its interval, a line through the tests of one lot. */
const props = defineProps<{ lots: PlantKnowledge['lots'] }>()

const HEIGHT = 170
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 560)
const tested = computed(() => props.lots.filter((l) => l.tests.length))
const AROUND_DAYS = 45
const days = computed(() => tested.value.flatMap((l) => l.tests.map((t) => t.tested_on)).sort())
const scale = computed(() =>
  calendar(dayAfter(days.value[0] ?? '', -AROUND_DAYS), dayAfter(days.value.at(-1) ?? '', AROUND_DAYS), [
    44,
    width.value - 86,
  ]),
)
const x = (iso: string) => scale.value.x(iso)
const y = upwards(HEIGHT - 28, 12)
const sentence = computed(() =>
  tested.value
    .map((l) => `${l.code}: ${l.tests.map((t) => `${percent(t.share)} % on ${day(t.tested_on)}`).join(', ')}`)
    .join('. '),
)
</script>

<template>
  <div v-if="tested.length" ref="box" class="chart">
    <svg :width="width" :height="HEIGHT" role="img" :aria-label="sentence">
      <g v-for="s in [0, 0.5, 1]" :key="s">
        <path class="grid" :d="`M44 ${y(s)}H${width - 86}`" />
        <text x="38" :y="y(s) + 4" text-anchor="end">{{ percent(s) }} %</text>
      </g>
      <g v-for="l in tested" :key="l.id">
        <path class="line" :d="`M${l.tests.map((t) => `${x(t.tested_on)} ${y(t.share)}`).join('L')}`" />
        <g v-for="t in l.tests" :key="t.trial">
          <path class="bar" :d="`M${x(t.tested_on)} ${y(t.lower)}V${y(t.upper)}`" />
          <circle class="dot" :cx="x(t.tested_on)" :cy="y(t.share)" r="4.5">
            <title>
              {{ l.code }}, {{ day(t.tested_on) }}: {{ percent(t.share) }} % ({{ percentRange(t.lower, t.upper) }}),
              {{ t.treatment }}
            </title>
          </circle>
          <text :x="x(t.tested_on)" :y="HEIGHT - 6" text-anchor="middle">
            {{ day(t.tested_on).split(' ').slice(1).join(' ') }}
          </text>
        </g>
        <text
          class="name"
          :x="x(l.tests[l.tests.length - 1]!.tested_on) + 9"
          :y="y(l.tests[l.tests.length - 1]!.share) + 4"
        >
          {{ l.code }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.line {
  fill: none;
  stroke: var(--earth-2);
  stroke-width: 1.6;
}

.bar {
  stroke: var(--sprout-deep);
  stroke-linecap: round;
  stroke-opacity: 0.4;
  stroke-width: 7;
}

.dot {
  fill: var(--sheet);
  stroke: var(--sprout-deep);
  stroke-width: 2.4;
}

.chart .name {
  fill: var(--ink);
  font-weight: 600;
}
</style>
