<script setup lang="ts">
import WideTable from '@/shared/components/WideTable.vue'
import { fixed } from '@/shared/format/numbers'
import { reasonWords } from '@/shared/labels'
import type { TreatmentResult } from '../api'
import { INDEX_ROWS, type IndexRow } from '../logic/indexRows'

/** All classic indices of the pooled dishes with their doubt; undefined ones say why. */
defineProps<{ treatments: TreatmentResult[] }>()

const gsi = (t: TreatmentResult) => (t.gsi_mean ? withSpan(t.gsi_mean, 3) : '–')

function withSpan(d: { estimate: number | null; lower: number | null; upper: number | null }, digits: number) {
  if (d.lower === null || d.upper === null || d.estimate === null) return fixed(d.estimate, digits)
  return `${fixed(d.estimate, digits)} (${fixed(d.lower, digits)}–${fixed(d.upper, digits)})`
}

function cell(t: TreatmentResult, row: IndexRow): string {
  const value = t.indices[row.key]
  if (typeof value !== 'number') {
    const reason = t.indices.reasons[row.key]
    return reason ? reasonWords[reason] : '–'
  }
  const doubt = t.doubt[row.key]
  return doubt ? withSpan(doubt, row.digits) : fixed(row.share ? value * 100 : value, row.digits)
}
</script>

<template>
  <WideTable label="All indices">
    <thead>
      <tr>
        <th scope="col">index</th>
        <th v-for="t in treatments" :key="t.name" scope="col" class="num">{{ t.name }}</th>
        <th scope="col">what it is</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in INDEX_ROWS" :key="row.key">
        <th scope="row">
          {{ row.name }}<span v-if="row.unit" class="quiet"> ({{ row.unit }})</span>
        </th>
        <td
          v-for="t in treatments"
          :key="t.name"
          class="num"
          :class="{ quiet: typeof t.indices[row.key] !== 'number' }"
        >
          {{ cell(t, row) }}
        </td>
        <td class="quiet">{{ row.meaning }}</td>
      </tr>
      <tr>
        <th scope="row">germination speed index<span class="quiet"> (seeds per day, mean of the dishes)</span></th>
        <td v-for="t in treatments" :key="t.name" class="num">{{ gsi(t) }}</td>
        <td class="quiet">Σ new / day, early ones left out (Maguire 1962)</td>
      </tr>
    </tbody>
  </WideTable>
</template>

<style scoped>
tbody th {
  border-bottom: 1px solid var(--line-soft);
  color: var(--ink);
  font-size: 1rem;
  white-space: normal;
}

td:last-child {
  min-width: 220px;
  font-size: 0.9rem;
}
</style>
