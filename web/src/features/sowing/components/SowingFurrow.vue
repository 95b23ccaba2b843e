<script setup lang="ts">
import { computed } from 'vue'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import { day, daysBetween } from '@/shared/format/dates'
import type { SowingPreview } from '../api'

/** A sowing as a furrow: its treatment in texture, the sown mark, and the growing as a ridge up to the plants. */
const props = defineProps<{ days: SowingPreview['days']; today: string; sownOn?: string | null }>()

const AROUND = 0.02
/** How the ridge of an expected sowing rises: most of the plants come up early, as a drawing, not as a figure. */
const EARLY = { part: 0.35, share: 0.95 }
const on = (task: SowingPreview['days'][number]['task']) => props.days.find((d) => d.task === task)?.on ?? null
const begin = computed(() => on('begin_treatment') ?? on('sow') ?? props.today)
const sow = computed(() => props.sownOn ?? on('sow') ?? begin.value)
const up = computed(() => on('coming_up') ?? sow.value)
const end = computed(() => props.days[props.days.length - 1]?.on ?? sow.value)
const at = (iso: string) => daysBetween(sow.value, iso)
const label = computed(
  () => `Begun ${day(begin.value)}, sown ${day(sow.value)}, coming up ${day(up.value)}, plants ${day(end.value)}.`,
)
const furrow = computed(() => {
  const [comes, last] = [at(up.value), Math.max(1, at(end.value))]
  const treated = at(begin.value)
  return {
    steps: treated < 0 ? [{ texture: 'chill' as const, words: 'treatment', startDay: treated, endDay: 0 }] : [],
    course: [
      { day: 0, share: 0 },
      { day: comes, share: 0 },
      { day: comes + (last - comes) * EARLY.part, share: EARLY.share },
      { day: last, share: 1 },
    ],
    lookDays: [],
    todayDay: at(props.today),
    endDay: last,
  }
})
const domain = computed(() => {
  const first = Math.min(0, at(begin.value))
  const room = AROUND * (furrow.value.endDay - first)
  return [first - room, furrow.value.endDay + room] as const
})
</script>

<template>
  <div>
    <FurrowDrawing :furrow="furrow" :domain="domain" :label="label">
      <template #default="{ x, soil }">
        <text :x="x(0) + 5" :y="soil - 5">sown</text>
      </template>
    </FurrowDrawing>
    <p class="ends quiet">
      <span>{{ day(begin) }}</span> <span>plants {{ day(end) }}</span>
    </p>
  </div>
</template>

<style scoped>
text {
  fill: var(--ink-2);
  font: 12px var(--text);
}

.ends {
  display: flex;
  justify-content: space-between;
  margin: 0;
  font-size: 0.85rem;
}
</style>
