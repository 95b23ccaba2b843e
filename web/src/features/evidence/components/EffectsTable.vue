<script setup lang="ts">
import WideTable from '@/shared/components/WideTable.vue'
import { fixed, percent, percentRange } from '@/shared/format/numbers'
import type { Comparison } from '../api'

/** A dish that stands out or was set aside: its treatment with it and without it, side by side. */
defineProps<{ effects: Comparison['effects']; trial: number }>()
</script>

<template>
  <WideTable label="Effect of single dishes on the result">
    <thead>
      <tr>
        <th scope="col">dish</th>
        <th scope="col">why</th>
        <th scope="col" class="num">with it</th>
        <th scope="col" class="num">without it</th>
        <th scope="col" class="num">T50, with / without (days)</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(e, i) in effects" :key="i">
        <td>
          <span class="code">{{ e.dish || 'one dish' }}</span> of <strong>{{ e.treatment }}</strong>
        </td>
        <td>
          {{ e.set_aside ? `set aside: ${e.why}; the result leaves it out` : `${e.why}; the result includes it` }}
        </td>
        <td class="num">
          {{ percent(e.share_with) }} %<small>{{ percentRange(e.lower_with, e.upper_with) }}</small>
        </td>
        <td class="num">
          {{ percent(e.share_without) }} %<small>{{ percentRange(e.lower_without, e.upper_without) }}</small>
        </td>
        <td class="num">{{ fixed(e.t50_with) }} / {{ fixed(e.t50_without) }}</td>
      </tr>
    </tbody>
  </WideTable>
</template>

<style scoped>
small {
  display: block;
  color: var(--ink-2);
}
</style>
