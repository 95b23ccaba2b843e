<script setup lang="ts">
import { computed } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import type { LabelAmount } from '../logic/label'

/** How much is in the bag, in what it was measured; “later” leaves it open. */
const amount = defineModel<LabelAmount>({ required: true })
defineProps<{ messages: string[] }>()

const UNITS = [
  { value: 'seeds', title: 'counted' },
  { value: 'g', title: 'weighed' },
  { value: 'ml', title: 'scooped' },
  { value: 'heads', title: 'heads' },
  { value: 'later', title: 'later' },
] as const
const WORDS = { seeds: 'Seeds', g: 'Grams', ml: 'Millilitres', heads: 'Heads' } as const
const how = computed({
  get: () => [amount.value.unit],
  set: ([unit]) => (amount.value = { ...amount.value, unit: unit ?? 'later' }),
})
</script>

<template>
  <div class="amount">
    <ChipChoice v-model="how" label="How much" :choices="UNITS" />
    <v-text-field
      v-if="amount.unit !== 'later'"
      v-model="amount.number"
      class="number"
      :label="WORDS[amount.unit]"
      inputmode="decimal"
      :error-messages="messages"
    />
  </div>
</template>

<style scoped>
.amount {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
}

.number {
  flex: 0 1 160px;
}
</style>
