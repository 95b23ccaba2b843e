<script setup lang="ts">
import { fixed, percent } from '@/shared/format/numbers'
import type { TreatmentResult } from '../api'

/** Every dish with its own share and times. */
defineProps<{ treatments: TreatmentResult[] }>()
</script>

<template>
  <table class="ledger">
    <thead>
      <tr>
        <th scope="col">treatment</th>
        <th scope="col">dish</th>
        <th scope="col" class="num">germinated / sown</th>
        <th scope="col" class="num">share</th>
        <th scope="col" class="num">T50 (d)</th>
        <th scope="col" class="num">mean time (d)</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="t in treatments" :key="t.name">
        <tr v-for="(d, i) in [...t.dishes, ...t.set_aside]" :key="`${t.name}${i}`">
          <td>{{ i === 0 ? t.name : '' }}</td>
          <td class="code">{{ d.code || i + 1 }}<span v-if="i >= t.dishes.length" class="quiet"> set aside</span></td>
          <td class="num">{{ d.germinated }} / {{ d.sown }}</td>
          <td class="num">{{ percent(d.share) }} %</td>
          <td class="num">{{ fixed(d.t50, 2) }}</td>
          <td class="num">{{ fixed(d.mgt, 2) }}</td>
        </tr>
      </template>
    </tbody>
  </table>
</template>
