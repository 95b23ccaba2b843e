<script setup lang="ts">
import WideTable from '@/shared/components/WideTable.vue'
import { fixed, percent, percentRange } from '@/shared/format/numbers'
import { baseWords, reasonWords } from '@/shared/labels'
import type { Comparison, TreatmentResult } from '../api'

/** The five figures that decide, a row a treatment. */
defineProps<{ treatments: TreatmentResult[]; basis: Comparison['basis'] }>()

function doubt(t: TreatmentResult, name: string, digits = 1): string {
  const d = t.doubt[name]
  if (!d || d.estimate === null) return ''
  if (d.lower === null || d.upper === null) return d.reason ? `no interval: ${reasonWords[d.reason]}` : ''
  return `${fixed(d.lower, digits)}–${fixed(d.upper, digits)}`
}

const half = (t: TreatmentResult) =>
  t.half.lower !== null && t.half.upper !== null ? `${fixed(t.half.lower)}–${fixed(t.half.upper)}` : t.half.note
</script>

<template>
  <WideTable label="Figures of each treatment">
    <thead>
      <tr>
        <th scope="col">treatment</th>
        <th scope="col" class="num">germinated / {{ baseWords[basis] }}</th>
        <th scope="col" class="num">share</th>
        <th scope="col" class="num">likely between</th>
        <th scope="col" class="num">T50 (days)</th>
        <th scope="col" class="num">mean time (d)</th>
        <th scope="col" class="num">spread (d)</th>
        <th scope="col" class="num">pace (%)</th>
        <th scope="col">group</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="t in treatments" :key="t.name">
        <td>
          <strong>{{ t.name }}</strong><span v-if="t.is_control" class="quiet"> control</span>
        </td>
        <td class="num nowrap">{{ t.germinated }} / {{ t.base }}</td>
        <td class="num nowrap">
          {{ percent(t.share) }} %<small v-if="t.share_with_set_aside !== null"
            >{{ percent(t.share_with_set_aside) }} % with the dish set aside</small
          >
        </td>
        <td class="num">{{ percentRange(t.lower, t.upper) }}</td>
        <td class="num">
          {{ fixed(t.half.value) }}<small>{{ half(t) }}</small>
        </td>
        <td class="num">
          {{ fixed(t.indices.mgt) }}<small>{{ doubt(t, 'mgt') }}</small>
        </td>
        <td class="num">
          {{ fixed(t.indices.spread) }}<small>{{ doubt(t, 'spread') }}</small>
        </td>
        <td class="num">
          {{ fixed(t.indices.area, 0) }}<small>{{ doubt(t, 'area', 0) }}</small>
        </td>
        <td class="code">{{ t.letters }}</td>
      </tr>
    </tbody>
  </WideTable>
</template>

<style scoped>
small {
  display: block;
  max-width: 170px;
  margin-left: auto;
  color: var(--ink-2);
  font-size: 0.82rem;
}
</style>
