<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { straight } from '@/shared/drawing/axes'
import type { IntervalRow } from '../logic/intervalRows'
import { inkOf } from './palette'

/** One row a treatment: interval as a soft bar, estimate as a line, each dish as a ring. A row tells itself when it is chosen. */
const props = defineProps<{ rows: IntervalRow[]; to: number; ticks: { at: number; words: string }[] }>()

const ROW = 34
const told = ref('')
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 500)
const name = computed(() => Math.min(150, Math.max(80, ...props.rows.map((r) => r.name.length * 7.6 + 10))))
const end = computed(() => width.value - 62)
const across = computed(() => straight([0, props.to], [name.value, end.value]).clamp(true))
const x = (v: number) => across.value(v)
const height = computed(() => props.rows.length * ROW + 22)

/** Rings that would cover each other step up and down. */
function rings(dots: number[]): { at: number; lift: number }[] {
  const placed: { at: number; lift: number }[] = []
  for (const at of [...dots].sort((a, b) => a - b).map(x)) {
    const near = placed.filter((p) => Math.abs(p.at - at) < 8).length
    placed.push({ at, lift: near === 0 ? 0 : Math.ceil(near / 2) * 7 * (near % 2 ? 1 : -1) })
  }
  return placed
}
</script>

<template>
  <div ref="box" class="chart">
    <svg :width="width" :height="height" role="list">
      <g v-for="t in ticks" :key="t.at" aria-hidden="true">
        <path class="grid" :d="`M${x(t.at)} 0V${height - 20}`" />
        <text :x="x(t.at)" :y="height - 5" text-anchor="middle">{{ t.words }}</text>
      </g>
      <g
        v-for="(r, i) in rows"
        :key="r.name"
        role="listitem"
        tabindex="0"
        class="row"
        :aria-label="r.sentence"
        @focus="told = r.sentence"
        @click="told = r.sentence"
        :transform="`translate(0 ${i * ROW + 17})`"
      >
        <text class="name" x="0" y="5">{{ r.name }}</text>
        <template v-if="r.value !== null">
          <rect
            v-if="r.lower !== null && r.upper !== null"
            class="bar"
            :x="x(r.lower)"
            y="-5"
            :width="Math.max(2, x(r.upper) - x(r.lower))"
            height="10"
            rx="5"
            :style="{ fill: inkOf(r.ink).colour }"
          />
          <path class="value" :d="`M${x(r.value)} -9V9`" :style="{ stroke: inkOf(r.ink).colour }" />
          <circle
            v-for="(d, k) in rings(r.dots)"
            :key="k"
            class="ring"
            :cx="d.at"
            :cy="d.lift"
            r="3.6"
            :style="{ stroke: inkOf(r.ink).colour }"
          />
          <text class="words" :x="width" y="5" text-anchor="end">{{ r.words }}</text>
        </template>
        <text v-else class="missing" :x="name" y="5">{{ r.missing }}</text>
      </g>
    </svg>
    <p v-if="told" class="told no-print" aria-hidden="true">{{ told }}</p>
  </div>
</template>

<style scoped>
.chart .name,
.chart .words {
  fill: var(--ink);
  font-size: 14.5px;
  font-weight: 600;
}

.chart .missing {
  font-style: italic;
}

.row:focus-visible {
  outline: 2px solid var(--leaf);
}

.told {
  margin: 4px 0 0;
  font-size: 0.92rem;
}

.bar {
  opacity: 0.32;
}

.value {
  stroke-width: 3;
}

.ring {
  fill: var(--sheet);
  stroke-width: 1.8;
}
</style>
