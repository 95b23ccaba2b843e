<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDrag } from '@/shared/composables/useDrag'
import { useWidth } from '@/shared/composables/useWidth'
import { straight } from './axes'
import SliderHandle from './SliderHandle.vue'
import { marks, moved, rulerEnd, snap, type Handle, type Range } from './range'

/** A dose with its minimum and maximum as handles on a ruler: dragged, or moved by the arrow keys. */
const props = defineProps<{ words: (value: number) => string; label: string; inWeeks?: boolean }>()
const range = defineModel<Range>({ required: true })

const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 600)
const EDGE = 26
const NAMES: Record<Handle, string> = { min: 'minimum', target: 'target', max: 'maximum' }

// the ruler stays while a handle is dragged, or it would run away under the thumb
const held = ref<number | null>(null)
const end = computed(() => held.value ?? rulerEnd(range.value))
const scale = computed(() => straight([0, end.value], [EDGE, width.value - EDGE]).clamp(true))
const x = (value: number) => scale.value(value)
const ticks = computed(() => marks(end.value, props.inWeeks, width.value / 70))
// what is not set waits at the ends
const handles = computed(() =>
  (['min', 'max', 'target'] as const).map((handle) => {
    const value = range.value[handle]
    return { handle, value, at: value === null ? (handle === 'min' ? EDGE : width.value - EDGE) : x(value) }
  }),
)

const { handlers } = useDrag<Handle>({
  start: () => (held.value = end.value),
  move(handle, _, event) {
    if (!box.value) return
    const step = snap(end.value, props.inWeeks)
    const value = scale.value.invert(event.clientX - box.value.getBoundingClientRect().left)
    range.value = moved(range.value, handle, Math.round(value / step) * step)
  },
  end: () => (held.value = null),
})
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
      <SliderHandle
        v-for="h in handles"
        :key="h.handle"
        :cx="h.at"
        :cy="24"
        :r="h.handle === 'target' ? 11 : 8"
        :main="h.handle === 'target'"
        :label="NAMES[h.handle]"
        :max="Math.round(end)"
        :value="h.value"
        :words="h.value === null ? 'not set' : words(h.value)"
        v-bind="handlers(h.handle)"
        @keydown.left.prevent="nudge(h.handle, -1)"
        @keydown.right.prevent="nudge(h.handle, 1)"
        @keydown.down.prevent="nudge(h.handle, -snap(end, inWeeks))"
        @keydown.up.prevent="nudge(h.handle, snap(end, inWeeks))"
      >
        <text :x="h.at" :y="h.handle === 'target' ? 70 : 58" :class="{ strong: h.handle === 'target' }">
          {{
            h.value === null
              ? NAMES[h.handle]
              : h.handle === 'target'
                ? words(h.value)
                : `${NAMES[h.handle]} ${words(h.value)}`
          }}
        </text>
      </SliderHandle>
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
</style>
