<script setup lang="ts">
import { computed } from 'vue'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import { furrowBeforeSowing } from '@/shared/drawing/furrowOf'
import { day } from '@/shared/format/dates'
import { stepWords } from '@/shared/labels'
import type { BatchPage } from '../api'
import { daysApart } from '../logic/planned'

/** The batch as a furrow: what was done in texture, what is to come paler, the plan as an outline where it was another, looks as notches, sprouts as shoots. */
const props = defineProps<{ batch: BatchPage }>()

const LEAST_DAYS = 1 / 24
const AROUND = 0.02
const now = new Date().toISOString()

const parts = computed(() =>
  props.batch.steps.flatMap((s) => {
    const start = s.began_at ?? s.planned_start
    const end = s.ended_at ?? s.planned_end ?? s.due_at
    return start && end ? [{ ...s, start, end }] : []
  }),
)
/** All days count from the end of the last step. */
const zero = computed(() => parts.value.at(-1)?.end ?? now)
const at = (iso: string) => daysApart(zero.value, iso)
const begin = computed(() =>
  Math.min(-LEAST_DAYS, ...parts.value.flatMap((s) => [at(s.start), at(s.planned_start ?? s.start)])),
)
const end = computed(() => Math.max(0, ...parts.value.map((s) => at(s.planned_end ?? s.end))))
const domain = computed(() => {
  const room = AROUND * (end.value - begin.value)
  return [begin.value - room, end.value + room] as const
})
const furrow = computed(() => ({
  ...furrowBeforeSowing(parts.value.map((s) => ({ kind: s.kind, start_day: at(s.start), end_day: at(s.end) }))),
  ended: false,
  todayDay: at(now),
  lookDays: props.batch.looks.map((l) => at(l.at)),
}))
const otherwise = computed(() =>
  parts.value.flatMap((s) =>
    s.began_at && s.planned_start && s.planned_end ? [{ id: s.id, a: at(s.planned_start), b: at(s.planned_end) }] : [],
  ),
)
const label = computed(
  () =>
    `${props.batch.steps.map((s) => `${stepWords[s.kind]} ${s.began_at ? `begun ${day(s.began_at)}` : 'not begun'}${s.ended_at ? `, ended ${day(s.ended_at)}` : ''}`).join('; ')}. ${props.batch.looks.length} looks, ${props.batch.sprouted} sprouted.`,
)
</script>

<template>
  <div v-if="parts.length">
    <FurrowDrawing :furrow="furrow" :domain="domain" :label="label">
      <template #default="{ x, soil, strip }">
        <rect
          v-for="p in otherwise"
          :key="p.id"
          class="planned"
          :x="x(p.a)"
          :y="soil - 5"
          :width="Math.max(2, x(p.b) - x(p.a))"
          :height="strip + 10"
          rx="6"
        />
        <g v-for="l in batch.looks" :key="l.id" :transform="`translate(${x(at(l.at))} ${soil})`">
          <template v-if="l.sprouted">
            <path class="sprout" d="M0 0c0 -8 -5 -8 -6 -11M0 0c0 -8 5 -9 6 -13" />
            <text class="count" x="8" y="-3">{{ l.sprouted }}</text>
          </template>
          <text v-if="l.mouldy" class="mould" x="-3" y="-16">{{ l.mouldy }} mouldy</text>
        </g>
      </template>
    </FurrowDrawing>
    <p class="ends quiet">
      <span>{{ day(parts[0]!.start) }}</span> <span>{{ day(zero) }}</span>
    </p>
  </div>
</template>

<style scoped>
.planned {
  fill: none;
  stroke: var(--earth-2);
  stroke-dasharray: 4 3;
}

.sprout {
  fill: none;
  stroke: var(--sprout-deep);
  stroke-width: 2;
}

text {
  font: 600 12px var(--text);
}

.count {
  fill: var(--sprout-deep);
}

.mould {
  fill: var(--alert);
}

.ends {
  display: flex;
  justify-content: space-between;
  margin: 0;
  font-size: 0.85rem;
}
</style>
