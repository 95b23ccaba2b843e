<script setup lang="ts">
import { computed } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import { baseWords, choicesOf, clockWords, curveWords } from '@/shared/labels'
import type { CompareOptions, Comparison } from '../api'
import { ORDERS, type Order } from '../logic/ordered'

/** What a share is a share of, from when times run, which curve, in which order. */
const props = defineProps<{ bases: Comparison['bases']; clockSentence: string }>()
const options = defineModel<CompareOptions>('options', { required: true })
const order = defineModel<Order>('order', { required: true })

const possible = computed(() =>
  choicesOf(baseWords).filter((c) => props.bases.some((b) => b.basis === c.value && b.possible)),
)
const said = computed(() => {
  const wanted = props.bases.filter((b) => b.basis === options.value.basis || !b.possible)
  return [...wanted.map((b) => b.sentence), props.clockSentence].join(' ')
})
const curves = [{ value: null, title: 'that fits best' }, ...choicesOf(curveWords)]
const change = (given: Partial<CompareOptions>) => (options.value = { ...options.value, ...given })
</script>

<template>
  <div class="switches no-print">
    <span class="quiet">of</span>
    <ChipChoice
      label="Percent of"
      :choices="possible"
      :model-value="[options.basis]"
      @update:model-value="([basis]) => basis && change({ basis })"
    />
    <span class="quiet">days</span>
    <ChipChoice
      label="Days counted"
      :choices="choicesOf(clockWords)"
      :model-value="[options.clock]"
      @update:model-value="([clock]) => clock && change({ clock })"
    />
    <v-select v-model="order" :items="ORDERS" label="In the order" hide-details density="compact" />
    <v-select
      :model-value="options.curve"
      :items="curves"
      label="Curve"
      hide-details
      density="compact"
      @update:model-value="(curve) => change({ curve })"
    />
  </div>
  <p class="quiet said">
    {{ said }}
  </p>
</template>

<style scoped>
.switches {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
}

.switches > .v-input {
  flex: 0 1 170px;
  min-width: 150px;
}

.said {
  margin: 4px 0 10px;
  font-size: 0.9rem;
}
</style>
