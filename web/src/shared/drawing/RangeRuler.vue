<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { marks, moved, rulerEnd, snap, type Handle, type Range } from './range'

/** A dose with its minimum and maximum as handles on a ruler: dragged, or moved by the arrow keys. */
const props = defineProps<{ words: (value: number) => string; label: string; inWeeks?: boolean }>()
const range = defineModel<Range>({ required: true })

const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 600)
const EDGE = 26
const NAMES: Record<Handle, string> = { min: 'minimum', target: 'target', max: 'maximum' }

// the ruler stays while a handle is dragged, or it would run away under the thumb
const held = ref<{ handle: Handle; end: number } | null>(null)
const end = computed(() => held.value?.end ?? rulerEnd(range.value))
const x = (value: number) => EDGE + (Math.min(value, end.value) / end.value) * (width.value - 2 * EDGE)
const ticks = computed(() => marks(end.value, props.inWeeks, width.value / 70))
// what is not set waits at the ends
const handles = computed(() =>
  (['min', 'max', 'target'] as const).map((handle) => {
    const value = range.value[handle]
    return { handle, value, at: value === null ? (handle === 'min' ? EDGE : width.value - EDGE) : x(value) }
  }),
)

function down(handle: Handle, event: PointerEvent) {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  held.value = { handle, end: end.value }
}
function pull(event: PointerEvent) {
  if (!held.value || !box.value) return
  const share = (event.clientX - box.value.getBoundingClientRect().left - EDGE) / (width.value - 2 * EDGE)
  const step = snap(held.value.end, props.inWeeks)
  range.value = moved(range.value, held.value.handle, Math.round((share * held.value.end) / step) * step)
}
const nudge = (handle: Handle, by: number) =>
  (range.value = moved(range.value, handle, (range.value[handle] ?? range.value.target) + by))
</script>

<template>
  <div ref="box" class="ruler" role="group" :aria-label="label">
    <svg :width="width" height="74">
      <path class="rule" :d="`M${EDGE} 24H${width - EDGE}`" />
      <path class="span" :d="`M${x(range.min ?? range.target)} 24H${x(range.max ?? range.target)}`" />
      <g v-for="t in ticks" :key="t">
        <path class="tick" :d="`M${x(t)} 24v7`" />
        <text v-if="t" class="at" :x="x(t)" y="44">{{ words(t) }}</text>
      </g>
      <g
        v-for="h in handles"
        :key="h.handle"
        class="handle"
        :class="[h.handle, { unset: h.value === null }]"
        role="slider"
        tabindex="0"
        :aria-label="NAMES[h.handle]"
        aria-valuemin="0"
        :aria-valuemax="Math.round(end)"
        :aria-valuenow="h.value ?? undefined"
        :aria-valuetext="h.value === null ? 'not set' : words(h.value)"
        @pointerdown="down(h.handle, $event)"
        @pointermove="pull"
        @pointerup="held = null"
        @pointercancel="held = null"
        @keydown.left.prevent="nudge(h.handle, -1)"
        @keydown.right.prevent="nudge(h.handle, 1)"
        @keydown.down.prevent="nudge(h.handle, -snap(end, inWeeks))"
        @keydown.up.prevent="nudge(h.handle, snap(end, inWeeks))"
      >
        <rect :x="h.at - 22" y="0" width="44" height="66" fill="transparent" />
        <circle :cx="h.at" cy="24" :r="h.handle === 'target' ? 11 : 8" />
        <text :x="h.at" :y="h.handle === 'target' ? 70 : 58" :class="{ strong: h.handle === 'target' }">
          {{
            h.value === null
              ? NAMES[h.handle]
              : h.handle === 'target'
                ? words(h.value)
                : `${NAMES[h.handle]} ${words(h.value)}`
          }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.ruler {
  width: 100%;
  min-width: 0;
  max-width: 760px;
  margin-bottom: 12px;
  overflow: hidden;
}

svg {
  display: block;
}

.rule,
.tick {
  stroke: var(--line);
  stroke-width: 2;
}

.span {
  stroke: var(--sprout);
  stroke-linecap: round;
  stroke-width: 8;
}

text {
  fill: var(--ink-2);
  font: 12px var(--text);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}

.at {
  fill: var(--ink-3);
  font-size: 11px;
}

.strong {
  fill: var(--ink);
  font-weight: 700;
}

.handle {
  cursor: grab;
  touch-action: none;
}

.handle circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}

.handle.unset circle {
  stroke: var(--earth-2);
  stroke-dasharray: 3 3;
}

.handle.target circle {
  stroke: var(--leaf);
  stroke-width: 3;
}

.handle:focus-visible {
  outline: none;
}

.handle:focus-visible circle {
  stroke: var(--leaf);
  stroke-width: 4;
}
</style>
