<script setup lang="ts">
import { percent } from '@/shared/format/numbers'
import type { Result } from '../api'

/** One row a treatment: what the trial counted with its interval, and the truth as an upright mark. */
defineProps<{ rows: Result['truths'] }>()

const x = (share: number) => 100 * share
</script>

<template>
  <table class="truth" aria-label="What was counted and what is true">
    <thead>
      <tr>
        <th scope="col">Treatment</th>
        <th scope="col" class="wide">0 to 100 %</th>
        <th scope="col">counted</th>
        <th scope="col">in truth</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.name">
        <th scope="row">{{ r.name }}</th>
        <td class="wide">
          <svg viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden="true">
            <path class="rule" d="M0 6H100" />
            <path v-if="r.lower !== null && r.upper !== null" class="interval" :d="`M${x(r.lower)} 6H${x(r.upper)}`" />
            <path v-if="r.counted !== null" class="counted" :d="`M${x(r.counted)} 2V10`" />
            <path class="is" :d="`M${x(r.truth)} 0V12`" />
          </svg>
        </td>
        <td class="number">
          {{ percent(r.counted) }} %
          <span v-if="r.lower !== null && r.upper !== null" class="quiet"
            >{{ percent(r.lower) }}–{{ percent(r.upper) }}</span
          >
        </td>
        <td class="number">
          <strong>{{ percent(r.truth) }} %</strong>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.truth {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 8px 12px 8px 0;
  border-bottom: 1px solid var(--line-soft);
  text-align: left;
  font-weight: 400;
}

tbody th {
  font-weight: 600;
}

.number {
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}

.wide {
  width: 48%;
}

svg {
  width: 100%;
  height: 22px;
}

path {
  fill: none;
  vector-effect: non-scaling-stroke;
}

.rule {
  stroke: var(--line);
  stroke-width: 1px;
}

.interval {
  stroke: var(--sprout);
  stroke-width: 9px;
}

.counted {
  stroke: var(--leaf);
  stroke-width: 2px;
}

.is {
  stroke: var(--care);
  stroke-width: 3px;
  stroke-dasharray: 4 2;
}

@media (max-width: 700px) {
  .wide {
    width: 28%;
  }
}
</style>
