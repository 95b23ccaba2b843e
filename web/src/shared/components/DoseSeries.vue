<script setup lang="ts">
import { computed } from 'vue'
import DoseDrawing from '../drawing/DoseDrawing.vue'
import type { DoseResponse } from '../drawing/doses'
import { percent, percentRange } from '../format/numbers'

/** One dose series: what it says of the dose, its drawing, the share that is wanted, and its figures one tap below. */
const props = defineProps<{ series: DoseResponse; loading?: boolean; still?: boolean }>()
/** The wanted share in seeds of 100; null for 90 % of the most that is reached. */
const wanted = defineModel<number | null>('wanted', { required: true })
const suggested = computed(() => Math.round(100 * 0.9 * (props.series.top ?? 0.8)))
const logs = computed(() => props.series.rings.filter((r) => r.from_log).length)
const withDose = computed(() => props.series.shape === 'rising' || props.series.shape === 'humped')
</script>

<template>
  <div :aria-busy="loading">
    <p v-for="s in series.sentences" :key="s" class="said">{{ s }}</p>
    <DoseDrawing :series="series" />
    <label v-if="withDose && !series.no_effect && !still" class="wanted">
      Dose for <strong>{{ wanted ?? suggested }} of 100</strong>
      <input
        type="range"
        min="5"
        max="99"
        step="1"
        :value="wanted ?? suggested"
        aria-label="Share wanted, of 100 seeds"
        @change="wanted = Number(($event.target as HTMLInputElement).value)"
      />
      <button v-if="wanted !== null" type="button" class="text-link" @click="wanted = null">
        90 % of the most reached
      </button>
    </label>
    <p v-if="logs" class="quiet">Filled rings: days of cold from the log, not as planned.</p>
    <slot />
    <details v-if="!still">
      <summary>Figures of each treatment</summary>
      <table class="ledger">
        <thead>
          <tr>
            <th>treatment</th>
            <th class="num">dose</th>
            <th class="num">germinated</th>
            <th class="num">95 %</th>
            <th>lot</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in series.rings" :key="`${r.trial}${r.treatment_id}`">
            <td>{{ r.treatment }}</td>
            <td class="num">{{ Math.round(10 * r.dose) / 10 }} {{ series.unit }}</td>
            <td class="num">{{ percent(r.share) }} %</td>
            <td class="num">{{ percentRange(r.lower, r.upper) }}</td>
            <td class="code">{{ r.lot_code }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </div>
</template>

<style scoped>
.said {
  margin: 0 0 4px;
}

.wanted {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  min-height: 44px;
}

.wanted input {
  flex: 1 1 180px;
  min-height: 44px;
  accent-color: var(--leaf);
}
</style>
