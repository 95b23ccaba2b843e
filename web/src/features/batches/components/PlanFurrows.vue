<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDrag } from '@/shared/composables/useDrag'
import { useWidth } from '@/shared/composables/useWidth'
import { calendar } from '@/shared/drawing/axes'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import { furrowBeforeSowing, stepsLabel } from '@/shared/drawing/furrowOf'
import { day, dayAfter, daysBetween, weekdayShort } from '@/shared/format/dates'
import { stepWords } from '@/shared/labels'
import type { PlanView } from '../api'
import { daysApart, type Planned } from '../logic/planned'
import LoadBand from './LoadBand.vue'

/**
 * Treatments as furrows on one calendar, and below them what they ask of the shelf and of the hands. A furrow is dragged, or
 * moved by the arrow keys; where it was before stays as an outline.
 */
const props = defineProps<{
  view: PlanView
  today: string
  movable: ReadonlySet<string>
  moved: ReadonlyMap<string, Planned>
}>()
const emit = defineEmits<{ drag: [key: string, start: string] }>()

const EDGE = 4
const BEFORE = 2
const AFTER = 8
const LEAST_DAYS = 14
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 800)

const days = computed(() => props.view.treatments.flatMap((t) => [t.start.slice(0, 10), t.sow.slice(0, 10)]))
const first = computed(() => dayAfter([props.today, ...days.value].sort()[0] ?? props.today, -BEFORE))
const last = computed(() => {
  const end = dayAfter([props.today, ...days.value].sort().at(-1) ?? props.today, AFTER)
  return daysBetween(first.value, end) < LEAST_DAYS ? dayAfter(first.value, LEAST_DAYS) : end
})
const scale = computed(() => calendar(first.value, last.value, [EDGE, width.value - EDGE]))
const months = computed(() => scale.value.months())

const rows = computed(() =>
  props.view.treatments.map((t) => {
    const was = props.moved.get(t.key)
    const from = daysApart(t.sow, `${first.value}T00:00:00`)
    const steps = t.steps.map((s) => ({
      kind: s.kind,
      duration: s.duration,
      unit: s.unit,
      medium: s.medium,
      start_day: daysApart(t.sow, s.start),
      end_day: daysApart(t.sow, s.end),
    }))
    const checks = t.steps.flatMap((s) => s.checks.map((c) => daysApart(t.sow, `${c}T09:00:00`)))
    const place = t.steps.find((s) => s.place)?.place ?? ''
    return {
      t,
      picture: { ...furrowBeforeSowing(steps), lookDays: checks },
      domain: [from, from + daysBetween(first.value, last.value)] as const,
      words: [t.steps.map((s) => stepWords[s.kind]).join(' → '), place].filter(Boolean).join(' · '),
      label: `${t.name}: ${stepsLabel(t.steps)}, sown ${day(t.sow)}`,
      ghost: was && { left: scale.value.x(was.start), wide: scale.value.x(was.sow) - scale.value.x(was.start) },
      at: Math.max(0, Math.min(scale.value.x(t.start), width.value - 260)),
    }
  }),
)

const by = ref(0)
const { dragged, handlers } = useDrag<Planned>({
  start: () => (by.value = 0),
  move: (_, px) => (by.value = Math.round(px.x / scale.value.perDay)),
  end(t, dropped) {
    if (dropped && by.value) move(t, by.value)
    by.value = 0
  },
})
const shift = (t: Planned) => (dragged.value?.key === t.key ? by.value : 0)
function move(t: Planned, days: number) {
  if (props.movable.has(t.key)) emit('drag', t.key, dayAfter(t.start, days))
}
</script>

<template>
  <div ref="box" class="plan" role="group" aria-label="Plan over the season">
    <svg class="months" :width="width" height="100%" aria-hidden="true">
      <g v-for="m in months" :key="m.x">
        <path class="month" :d="`M${m.x} 4V4000`" />
        <text :x="m.x + 4" y="15">{{ m.words }}</text>
      </g>
      <path class="today" :d="`M${scale.x(today)} 0V4000`" />
    </svg>
    <div v-for="r in rows" :key="r.t.key" class="row">
      <p :style="{ paddingLeft: `${r.at}px` }">
        <strong>{{ r.t.name }}</strong>
        <span v-if="shift(r.t)" class="to">
          begins {{ weekdayShort(dayAfter(r.t.start, shift(r.t))) }}, sown about
          {{ weekdayShort(dayAfter(r.t.sow, shift(r.t))) }}</span
        >
        <span v-else class="quiet">{{ r.words }}</span>
      </p>
      <span v-if="r.ghost" class="ghost" :style="{ left: `${r.ghost.left}px`, width: `${r.ghost.wide}px` }"></span>
      <div
        class="furrow"
        :class="{ handle: movable.has(r.t.key) && r.t.steps.length }"
        :style="{ transform: `translateX(${shift(r.t) * scale.perDay}px)` }"
        v-bind="
          r.t.steps.length && movable.has(r.t.key)
            ? {
                role: 'slider',
                tabindex: 0,
                'aria-label': `${r.t.name}: begins ${day(r.t.start)}, is sown ${day(r.t.sow)}. Arrow keys move it by a day.`,
                'aria-valuetext': day(r.t.start),
                'aria-valuenow': daysBetween(today, r.t.start),
                ...handlers(r.t),
              }
            : {}
        "
        @keydown.left.prevent="move(r.t, -1)"
        @keydown.right.prevent="move(r.t, 1)"
      >
        <FurrowDrawing small :furrow="r.picture" :domain="r.domain" :label="r.label" />
      </div>
    </div>
    <LoadBand v-if="view.shelf" :load="view.shelf" :scale="scale" :width="width" :label="view.shelf.name" unit="bags" />
    <LoadBand :load="view.hands" :scale="scale" :width="width" label="Hands" unit="starts and ends in a day" />
  </div>
</template>

<style scoped>
.plan {
  position: relative;
  width: 100%;
  min-width: 0;
  margin: 10px 0;
  padding-top: 24px;
  overflow: hidden;
}

.months {
  position: absolute;
  top: 0;
  left: 0;
}

.months text {
  fill: var(--ink-2);
  font: 12px var(--text);
}

.month {
  stroke: var(--line);
}

.today {
  stroke: var(--alert);
  stroke-width: 2;
}

.row {
  position: relative;
}

.row p {
  position: relative;
  margin: 0;
  font-size: 0.88rem;
  line-height: 1.2;
}

.row strong {
  margin-right: 6px;
}

.to {
  color: var(--leaf);
  font-weight: 600;
}

.furrow {
  position: relative;
  min-height: 44px;
  padding-top: 2px;
}

.handle {
  cursor: grab;
  touch-action: pan-y;
}

.handle:focus-visible {
  border-radius: 10px;
  outline: 3px solid var(--leaf);
}

.ghost {
  position: absolute;
  bottom: 13px;
  height: 19px;
  border: 1.5px dashed var(--earth-2);
  border-radius: 9px;
}
</style>
