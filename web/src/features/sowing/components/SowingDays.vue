<script setup lang="ts">
import { weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { sowingTaskWords } from '@/shared/labels'
import type { SowingPreview } from '../api'

export interface DayLine {
  day: SowingPreview['days'][number]
  done_on?: string | null
  late_days?: number
}

/** The days of a sowing, from the start of its treatment to the planting out; done, late, or still to come. */
defineProps<{ days: readonly DayLine[]; today: string }>()
</script>

<template>
  <ol class="days">
    <li v-for="d in days" :key="d.day.task" :class="{ done: d.done_on, past: !d.done_on && d.day.on < today }">
      <span class="when figures">{{ weekdayShort(d.day.on) }} {{ d.day.on.slice(0, 4) }}</span>
      <span>
        <strong>{{ sowingTaskWords[d.day.task] }}</strong>
        <span v-if="d.done_on" class="did"> done {{ weekdayShort(d.done_on) }}</span>
        <span v-else-if="d.late_days" class="late"> {{ plural(d.late_days, 'day') }} late</span>
        <span class="how quiet">{{ d.day.how }}</span>
      </span>
    </li>
  </ol>
</template>

<style scoped>
.days {
  border-left: 3px solid var(--earth-2);
  margin: 0 0 0 4px;
  padding: 0;
  list-style: none;
}

li {
  position: relative;
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
  gap: 2px 10px;
  padding: 6px 0 6px 16px;
}

li::before {
  position: absolute;
  top: 14px;
  left: -7px;
  width: 11px;
  height: 11px;
  border: 2px solid var(--earth-2);
  border-radius: 50%;
  background: var(--paper);
  content: '';
}

li.done::before {
  border-color: var(--sprout-deep);
  background: var(--sprout-deep);
}

.when {
  white-space: nowrap;
}

.did {
  color: var(--leaf);
}

.how {
  display: block;
  margin-left: 0 !important;
  font-size: 0.93rem;
}

@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
