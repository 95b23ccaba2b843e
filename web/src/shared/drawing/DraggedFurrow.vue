<script setup lang="ts">
import { computed } from 'vue'
import { useDrag } from '../composables/useDrag'
import type { FurrowPicture } from './furrow'
import FurrowDrawing from './FurrowDrawing.vue'
import { snap } from './range'
import SliderHandle from './SliderHandle.vue'

/**
 * A furrow with handles at the beginnings of its steps: dragged to the left a step grows longer, since all end at the sowing.
 * The keyboard does the same: left and right by a whole step of the scale, up and down by one day.
 */
export interface Lengthened {
  /** Which step, from 0. */
  step: number
  days: number
  words: string
  name: string
}
const props = defineProps<{
  furrow: FurrowPicture
  domain: readonly [number, number]
  label: string
  handles: readonly Lengthened[]
}>()
const emit = defineEmits<{ lengthen: [step: number, days: number]; hold: [held: boolean] }>()

// whole weeks where the axis is long, days where it is short
const grain = computed(() => snap(props.domain[1] - props.domain[0], true))
const snapped = (days: number) => Math.max(grain.value, Math.round(days / grain.value) * grain.value)
const nudge = (h: Lengthened, by: number) => emit('lengthen', h.step, Math.max(1, h.days + by))

interface Held {
  step: number
  days: number
  perDay: number
}
const { handlers } = useDrag<Held>({
  start: () => emit('hold', true),
  // by the scale as it was when the handle was taken
  move: ({ step, days, perDay }, by) => emit('lengthen', step, snapped(days - by.x / perDay)),
  end: () => emit('hold', false),
})
</script>

<template>
  <FurrowDrawing small :furrow="furrow" :domain="domain" :label="label">
    <template #default="{ laid, soil, strip, perDay }">
      <SliderHandle
        v-for="h in handles"
        :key="h.step"
        :cx="laid[h.step]?.left ?? 0"
        :cy="soil + strip / 2"
        :label="`Length of ${h.name}; left lengthens it`"
        :min="1"
        :value="Math.round(h.days)"
        :words="h.words"
        v-bind="handlers({ step: h.step, days: h.days, perDay })"
        @keydown.left.prevent="nudge(h, grain)"
        @keydown.right.prevent="nudge(h, -grain)"
        @keydown.up.prevent="nudge(h, 1)"
        @keydown.down.prevent="nudge(h, -1)"
      />
    </template>
  </FurrowDrawing>
</template>
