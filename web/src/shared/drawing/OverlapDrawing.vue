<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDrag } from '../composables/useDrag'
import { useWidth } from '../composables/useWidth'
import { percent, percentRange } from '../format/numbers'
import { SHARE_MARKS, straight } from './axes'
import SliderHandle from './SliderHandle.vue'

/**
 * Intervals of shares (0..1) below each other on one axis, and where they overlap: what lies in both could be either. A mark
 * that may be changed is dragged, or moved by the arrow keys.
 */
export interface OverlapRow {
  label: string
  share: number
  lower: number
  upper: number
  tone: 'ground' | 'other'
  /** What its handle changes; without it the row stands still. */
  handle?: string
}
const props = defineProps<{ rows: readonly OverlapRow[]; shown?: { share: number; words: string } | null }>()
const emit = defineEmits<{ move: [row: number, share: number] }>()

const ROW = 44
const TOP = 20
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 360)
const x = computed(() => straight([0, 1], [12, width.value - 16]).clamp(true))
const height = computed(() => TOP + props.rows.length * ROW + 18)
const overlap = computed(() => {
  const [a, b] = props.rows
  if (!a || !b) return null
  const [from, to] = [Math.max(a.lower, b.lower), Math.min(a.upper, b.upper)]
  return to > from ? { from, to } : null
})
const label = computed(() =>
  props.rows.map((r) => `${r.label}: ${percent(r.share)} %, ${percentRange(r.lower, r.upper)}`).join('; '),
)
const STEP = 0.01
const { handlers } = useDrag<number>({
  move(row, _, event) {
    if (!box.value) return
    const share = x.value.invert(event.clientX - box.value.getBoundingClientRect().left)
    emit('move', row, Math.round(share / STEP) * STEP)
  },
})
const nudge = (row: number, by: number) =>
  emit('move', row, Math.min(1, Math.max(0, Math.round(((props.rows[row]?.share ?? 0) + by) / STEP) * STEP)))
</script>

<template>
  <div ref="box" class="overlap">
    <svg :width="width" :height="height" role="group" :aria-label="label">
      <rect
        v-if="overlap"
        class="both"
        :x="x(overlap.from)"
        :y="TOP - 6"
        :width="x(overlap.to) - x(overlap.from)"
        :height="rows.length * ROW + 4"
      />
      <template v-if="shown">
        <path class="shown" :d="`M${x(shown.share)} 12V${height - 18}`" />
        <text
          class="said"
          :x="x(shown.share) + (shown.share > 0.5 ? -5 : 5)"
          y="10"
          :text-anchor="shown.share > 0.5 ? 'end' : 'start'"
        >
          {{ shown.words }}
        </text>
      </template>
      <g v-for="(r, i) in rows" :key="i" :transform="`translate(0 ${TOP + i * ROW})`">
        <text x="12" y="8">{{ r.label }}</text>
        <path class="rule" :d="`M${x(0)} 24H${x(1)}`" />
        <rect
          class="bar"
          :class="r.tone"
          :x="x(r.lower)"
          y="18"
          :width="Math.max(2, x(r.upper) - x(r.lower))"
          height="12"
          rx="6"
        />
        <SliderHandle
          v-if="r.handle"
          :cx="x(r.share)"
          :cy="24"
          :label="r.handle"
          :max="100"
          :value="Math.round(100 * r.share)"
          :words="`${percent(r.share)} %`"
          v-bind="handlers(i)"
          @keydown.left.prevent="nudge(i, -STEP)"
          @keydown.right.prevent="nudge(i, STEP)"
          @keydown.down.prevent="nudge(i, -5 * STEP)"
          @keydown.up.prevent="nudge(i, 5 * STEP)"
        />
        <path v-else class="mark" :class="r.tone" :d="`M${x(r.share)} 15V33`" />
      </g>
      <text v-for="at in SHARE_MARKS" :key="at" class="axis" :x="x(at)" :y="height - 2">
        {{ 100 * at }}{{ at === 1 ? ' %' : '' }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.overlap {
  width: 100%;
  min-width: 0;
  overflow: hidden;
}

svg {
  display: block;
}

text {
  fill: var(--ink-2);
  font: 13px var(--text);
}

.axis {
  font-size: 12px;
  text-anchor: middle;
}

.rule {
  stroke: var(--line);
}

.both {
  fill: var(--care);
  opacity: 0.16;
}

.bar.ground {
  fill: var(--earth-2);
  opacity: 0.6;
}

.bar.other {
  fill: var(--sprout);
  opacity: 0.75;
}

.mark {
  stroke: var(--earth);
  stroke-width: 3;
}

.shown {
  stroke: var(--sprout-deep);
  stroke-dasharray: 4 4;
  stroke-width: 1.5;
}

.said {
  fill: var(--ink);
  font-weight: 600;
}
</style>
