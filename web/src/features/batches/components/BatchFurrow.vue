<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { STEP_KINDS } from '@/shared/kinds'
import FurrowTextures from '@/shared/drawing/FurrowTextures.vue'
import { day } from '@/shared/format/dates'
import { stepWords } from '@/shared/labels'
import type { BatchPage } from '../api'

/** The batch as a furrow: what was planned as an outline, what was done in texture, looks as notches, sprouts as shoots. */
const props = defineProps<{ batch: BatchPage }>()

const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 900)
const id = useId()
const ms = (iso: string) => Date.parse(iso)
const now = Date.now()

const moments = computed(() =>
  props.batch.steps.flatMap((s) =>
    [s.planned_start, s.planned_end, s.began_at, s.ended_at ?? s.due_at].filter((x): x is string => Boolean(x)),
  ),
)
const from = computed(() => Math.min(...moments.value.map(ms)))
const to = computed(() => Math.max(...moments.value.map(ms), from.value + 3_600_000))
const x = (at: number) => 6 + ((at - from.value) / (to.value - from.value)) * (width.value - 12)

const planned = computed(() =>
  props.batch.steps.flatMap((s) =>
    s.planned_start && s.planned_end ? [{ id: s.id, a: x(ms(s.planned_start)), b: x(ms(s.planned_end)) }] : [],
  ),
)
const done = computed(() =>
  props.batch.steps.flatMap((s) => {
    if (!s.began_at) return []
    const end = s.ended_at ? ms(s.ended_at) : now
    return [{ id: s.id, kind: s.kind, a: x(ms(s.began_at)), b: Math.max(x(end), x(ms(s.began_at)) + 8) }]
  }),
)
const looks = computed(() =>
  props.batch.looks.map((l) => ({ id: l.id, at: x(ms(l.at)), sprouted: l.sprouted, mouldy: l.mouldy })),
)
const inside = computed(() => now >= from.value && now <= to.value)
const label = computed(
  () =>
    `${props.batch.steps.map((s) => `${stepWords[s.kind]} ${s.began_at ? `begun ${day(s.began_at)}` : 'not begun'}${s.ended_at ? `, ended ${day(s.ended_at)}` : ''}`).join('; ')}. ${props.batch.looks.length} looks, ${props.batch.sprouted} sprouted.`,
)
const words = computed(() =>
  props.batch.steps.flatMap((s) => {
    const at = s.began_at ?? s.planned_start
    const end = s.ended_at ?? s.planned_end ?? s.due_at
    return at && end && x(ms(end)) - x(ms(at)) > 90 ? [{ id: s.id, at: x(ms(at)), text: stepWords[s.kind] }] : []
  }),
)
</script>

<template>
  <div ref="box" class="furrow">
    <svg v-if="moments.length" :width="width" height="78" role="img" :aria-label="label">
      <FurrowTextures :prefix="id" />
      <text v-for="w in words" :key="w.id" :x="w.at" y="13">{{ w.text }}</text>
      <rect
        v-for="p in planned"
        :key="p.id"
        class="planned"
        :x="p.a"
        y="20"
        :width="Math.max(2, p.b - p.a)"
        height="9"
        rx="2"
      />
      <rect
        v-for="d in done"
        :key="d.id"
        :x="d.a"
        y="33"
        :width="d.b - d.a"
        height="16"
        :fill="`url(#${id}-${STEP_KINDS[d.kind].texture})`"
      />
      <g v-for="l in looks" :key="l.id">
        <path class="notch" :d="`M${l.at} 50v6`" />
        <path v-if="l.sprouted" class="sprout" :d="`M${l.at} 33c0 -8 -5 -8 -6 -11M${l.at} 33c0 -8 5 -9 6 -13`" />
        <text v-if="l.sprouted" class="count" :x="l.at + 8" y="31">{{ l.sprouted }}</text>
        <text v-if="l.mouldy" class="mould" :x="l.at - 3" y="68">{{ l.mouldy }} mouldy</text>
      </g>
      <path v-if="inside" class="today" :d="`M${x(now)} 4V62`" />
      <text x="6" y="74">{{ day(new Date(from).toISOString()) }}</text>
      <text :x="width - 6" y="74" text-anchor="end">{{ day(new Date(to).toISOString()) }}</text>
    </svg>
  </div>
</template>

<style scoped>
.furrow {
  width: 100%;
  margin: 10px 0;
  overflow: hidden;
}

svg {
  display: block;
}

text {
  fill: var(--ink-2);
  font: 600 12px var(--text);
}

.planned {
  fill: none;
  stroke: var(--earth-2);
  stroke-dasharray: 4 3;
}

.notch {
  stroke: var(--earth-2);
}

.sprout {
  fill: none;
  stroke: var(--sprout-deep);
  stroke-width: 2.4;
}

.count {
  fill: var(--sprout-deep);
}

.mould {
  fill: var(--alert);
}

.today {
  stroke: var(--alert);
  stroke-width: 2;
}
</style>
