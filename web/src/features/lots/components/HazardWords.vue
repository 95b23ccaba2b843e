<script setup lang="ts">
import { hazardWords } from '@/shared/labels'
import type { LotRow } from '../api'

/** Hazards of a lot in short, in a line of a list. That an unnamed species is treated as poisonous is said there already. */
defineProps<{ hazards: LotRow['hazards'] }>()
</script>

<template>
  <template v-for="h in hazards" :key="h"
    ><span v-if="h !== 'possibly_poisonous'" class="hazard">! {{ hazardWords[h] }}</span></template
  >
</template>

<style scoped>
.hazard {
  margin-left: 8px;
  color: var(--alert);
  font-size: 0.9rem;
}
</style>
