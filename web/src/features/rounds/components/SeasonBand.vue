<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { STEP_KINDS } from '@/shared/kinds'
import FurrowTextures from '@/shared/drawing/FurrowTextures.vue'
import { calendar } from '@/shared/drawing/axes'
import { day as dayWords, dayAfter } from '@/shared/format/dates'
import { stepWords } from '@/shared/labels'
import type { BandStretch } from '../api'

/** The year at the head of the page: a line a trial or a bag, its steps and its counting, today as a thin line. */
const props = defineProps<{ stretches: BandStretch[]; today: string }>()

const ROW = 17
const SHOWN = 4
const TOP = 22
const BEFORE_DAYS = 100
const AFTER_DAYS = 265

const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 1200)
const id = useId()
const open = ref(false)

const season = computed(() => {
  const [first, last] = [dayAfter(props.today, -BEFORE_DAYS), dayAfter(props.today, AFTER_DAYS)]
  return { first, last, ...calendar(first, last, [0, width.value]) }
})
const x = (iso: string) => season.value.x(iso)

const rows = computed(() => {
  const trials = new Map<string, BandStretch[]>()
  for (const s of props.stretches) trials.set(s.row, [...(trials.get(s.row) ?? []), s])
  return [...trials.values()]
    .map((parts) => ({
      label: parts[0]?.label ?? '',
      row: parts[0]?.row ?? '',
      parts,
      end:
        parts
          .map((p) => p.end)
          .sort()
          .at(-1) ?? '',
    }))
    .sort((a, b) => a.end.localeCompare(b.end))
})
const shown = computed(() => (open.value ? rows.value : rows.value.slice(0, SHOWN)))
const height = computed(() => TOP + shown.value.length * ROW + 6)

const MONTH_WORDS = 64
const months = computed(() => season.value.months(MONTH_WORDS))

const sentence = computed(() =>
  rows.value
    .map(
      (r) =>
        `${r.label}: ${r.parts.map((p) => `${p.kind ? stepWords[p.kind] : 'counting'} to ${dayWords(p.end)}`).join(', ')}`,
    )
    .join('; '),
)

const later = (a: string, b: string) => (a > b ? a : b)
const earlier = (a: string, b: string) => (a < b ? a : b)
function bar(part: BandStretch) {
  const from = later(part.start.slice(0, 10), season.value.first)
  const to = earlier(part.end.slice(0, 10), season.value.last)
  const now = earlier(later(props.today, from), to)
  return { x: x(from), past: x(now) - x(from), now: x(now), future: x(to) - x(now), visible: to > from }
}
</script>

<template>
  <section class="band" aria-label="The season">
    <div ref="box">
      <svg :width="width" :height="height" role="img" :aria-label="`The season. ${sentence}`">
        <FurrowTextures :prefix="id" />
        <g v-for="m in months" :key="m.x">
          <path class="month" :d="`M${m.x} 4V${height}`" />
          <text :x="m.x + 4" y="14">{{ m.words }}</text>
        </g>
        <g v-for="(row, i) in shown" :key="row.row" :transform="`translate(0 ${TOP + i * ROW})`">
          <template v-for="(part, k) in row.parts" :key="k">
            <rect
              v-if="bar(part).past > 0"
              :x="bar(part).x"
              width="1"
              height="9"
              :style="{ width: `${bar(part).past}px` }"
              :fill="part.kind ? `url(#${id}-${STEP_KINDS[part.kind].texture})` : 'var(--earth)'"
            />
            <rect
              v-if="bar(part).visible && bar(part).future > 0"
              class="future"
              :x="bar(part).now"
              y="0.7"
              :width="bar(part).future"
              height="7.6"
              rx="2"
            />
          </template>
          <text
            class="label"
            :x="Math.min(x(earlier(later(row.end, today), season.last)) + 6, width - row.label.length * 6.3)"
            y="9"
          >
            {{ row.label }}
          </text>
        </g>
        <path class="today" :d="`M${x(today)} 0V${height}`" />
      </svg>
    </div>
    <button v-if="rows.length > SHOWN" type="button" :aria-expanded="open" @click="open = !open">
      {{ open ? 'Show less of the season' : `Show all ${rows.length} of the season` }}
    </button>
  </section>
</template>

<style scoped>
.band {
  border-bottom: 1px solid var(--line);
  padding: 4px 28px 0;
}

.band > div {
  overflow: hidden;
}

svg {
  display: block;
}

.month {
  stroke: var(--line);
}

text {
  fill: var(--ink-2);
  font: 12px var(--text);
}

.label {
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}

.future {
  fill: none;
  stroke: var(--earth-2);
  stroke-dasharray: 4 3;
}

.today {
  stroke: var(--alert);
  stroke-width: 2;
}

button {
  min-height: 32px;
  color: var(--leaf);
  font-size: 0.9rem;
  text-decoration: underline;
}

@media (max-width: 700px) {
  .band {
    padding: 4px 16px 0;
  }

  button {
    min-height: 44px;
  }
}
</style>
