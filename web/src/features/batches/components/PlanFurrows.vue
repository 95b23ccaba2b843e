<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { STEP_KINDS } from '@/shared/kinds'
import FurrowTextures from '@/shared/drawing/FurrowTextures.vue'
import { day, dayAfter, daysBetween, isoDay, parseDay } from '@/shared/format/dates'
import { stepWords } from '@/shared/labels'
import type { PlanView } from '../api'

/** Treatments as furrows over the season, labelled by place. A start is dragged, or moved by the arrow keys. */
const props = defineProps<{ view: PlanView; today: string; movable: readonly string[] }>()
const emit = defineEmits<{ drag: [name: string, start: string] }>()

const ROW = 46
const TOP = 26
const LEAST = 8
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 800)
const id = useId()

const first = computed(
  () => [props.today, ...props.view.treatments.map((t) => t.start.slice(0, 10))].sort()[0] ?? props.today,
)
const last = computed(
  () =>
    props.view.treatments
      .map((t) => t.sow.slice(0, 10))
      .sort()
      .at(-1) ?? props.today,
)
const days = computed(() => Math.max(14, daysBetween(first.value, last.value) + 8))
const x = (iso: string) => {
  const whole = daysBetween(first.value, iso)
  const part = iso.length > 10 ? new Date(iso).getHours() / 24 : 0.375
  return 8 + ((whole + part + 2) / (days.value + 2)) * (width.value - 16)
}
const perDay = computed(() => (width.value - 16) / (days.value + 2))
const height = computed(() => TOP + props.view.treatments.length * ROW + 8)
const months = computed(() => {
  const at = parseDay(first.value)
  at.setDate(1)
  const found: { at: number; name: string }[] = []
  for (let i = 0; i < 30; i += 1) {
    const iso = isoDay(at)
    if (daysBetween(first.value, iso) > days.value) break
    if (daysBetween(first.value, iso) >= 0)
      found.push({ at: x(iso), name: at.toLocaleDateString('en-GB', { month: 'short' }) })
    at.setMonth(at.getMonth() + 1)
  }
  return found
})

const rows = computed(() =>
  props.view.treatments.map((t) => {
    let right = x(t.sow)
    const steps = [...t.steps]
      .reverse()
      .map((s) => {
        const wide = Math.max(LEAST, Math.min(right, x(s.end)) - x(s.start))
        const left = Math.min(x(s.start), right - wide)
        right = left
        return { ...s, left, wide, checks: s.checks.map((c) => x(c)) }
      })
      .reverse()
    return { treatment: t, steps, sow: x(t.sow), start: steps[0]?.left ?? x(t.sow) }
  }),
)
const place = (t: PlanView['treatments'][number]) => t.steps.find((s) => s.place)?.place ?? ''
const words = (t: PlanView['treatments'][number]) =>
  [t.name, t.steps.map((s) => stepWords[s.kind]).join(' → '), place(t)].filter(Boolean).join(' · ')

const dragged = ref<{ name: string; from: number; by: number } | null>(null)
const shift = (name: string) => (dragged.value?.name === name ? dragged.value.by * perDay.value : 0)
function down(name: string, event: PointerEvent) {
  if (!props.movable.includes(name)) return
  ;(event.currentTarget as SVGElement).setPointerCapture(event.pointerId)
  dragged.value = { name, from: event.clientX, by: 0 }
}
function pull(event: PointerEvent) {
  if (dragged.value) dragged.value.by = Math.round((event.clientX - dragged.value.from) / perDay.value)
}
function drop(start: string) {
  const d = dragged.value
  dragged.value = null
  if (d?.by) move(d.name, start, d.by)
}
function move(name: string, start: string, by: number) {
  if (!props.movable.includes(name)) return
  emit('drag', name, dayAfter(start, by))
}
</script>

<template>
  <div ref="box" class="plan">
    <svg :width="width" :height="height" role="group" aria-label="Plan over the season">
      <FurrowTextures :prefix="id" />
      <g v-for="m in months" :key="m.at">
        <path class="month" :d="`M${m.at} 4V${height}`" />
        <text :x="m.at + 4" y="15">{{ m.name }}</text>
      </g>
      <g
        v-for="(r, i) in rows"
        :key="r.treatment.name"
        :transform="`translate(${shift(r.treatment.name)} ${TOP + i * ROW})`"
      >
        <text class="words" :x="Math.max(8, Math.min(r.start, width - words(r.treatment).length * 6.6))" y="12">
          {{ words(r.treatment) }}
        </text>
        <g
          v-if="r.steps.length"
          class="handle"
          :tabindex="movable.includes(r.treatment.name) ? 0 : undefined"
          role="slider"
          :aria-label="`${r.treatment.name}: begins ${day(r.treatment.start)}, is sown ${day(r.treatment.sow)}. Arrow keys move it by a day.`"
          :aria-valuetext="day(r.treatment.start)"
          :aria-valuenow="daysBetween(today, r.treatment.start)"
          @pointerdown="down(r.treatment.name, $event)"
          @pointermove="pull"
          @pointerup="drop(r.treatment.start)"
          @pointercancel="dragged = null"
          @keydown.left.prevent="move(r.treatment.name, r.treatment.start, -1)"
          @keydown.right.prevent="move(r.treatment.name, r.treatment.start, 1)"
        >
          <rect class="bed" :x="r.start - 4" y="18" :width="r.sow - r.start + 8" height="18" rx="9" />
          <rect
            v-for="(s, k) in r.steps"
            :key="k"
            :x="s.left"
            y="20"
            :width="s.wide"
            height="14"
            :fill="`url(#${id}-${STEP_KINDS[s.kind].texture})`"
          />
          <template v-for="(s, k) in r.steps" :key="`c${k}`">
            <path v-for="c in s.checks" :key="c" class="check" :d="`M${c} 37v4`" />
          </template>
        </g>
        <path class="sow" :d="`M${r.sow} 15V40`" />
      </g>
      <path class="today" :d="`M${x(today)} 0V${height}`" />
    </svg>
  </div>
</template>

<style scoped>
.plan {
  width: 100%;
  margin: 10px 0;
  overflow: hidden;
}

svg {
  display: block;
}

text {
  fill: var(--ink-2);
  font: 12px var(--text);
}

.words {
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  font-weight: 600;
}

.month {
  stroke: var(--line);
}

.bed {
  fill: var(--future);
}

.handle {
  cursor: grab;
  touch-action: pan-y;
}

.handle:focus-visible {
  outline: 3px solid var(--leaf);
  outline-offset: 2px;
}

.check {
  stroke: var(--earth-2);
}

.sow {
  stroke: var(--earth);
  stroke-width: 2.5;
}

.today {
  stroke: var(--alert);
  stroke-width: 2;
}
</style>
