<script setup lang="ts">
import { stepWords } from '@/shared/labels'
import type { StarterPlant } from '../api'

/** What is usually said of a plant. */
defineProps<{ plant: StarterPlant }>()
</script>

<template>
  <p class="notice" role="status">
    <strong>{{ plant.common_name }}: {{ plant.note }}</strong>
    <template v-if="plant.woken_by?.length">
      Often treated with {{ plant.woken_by.map((k) => stepWords[k]).join(', ') }}.</template
    >
    <template v-if="plant.caution">
      <br /><strong class="bad-words">{{ plant.caution }}</strong></template
    >
    <br /><span class="quiet">Starting point (common practice, not tested here). Change it on the plant’s page.</span>
  </p>
</template>

<style scoped>
.notice {
  margin: 4px 0 0;
}

.bad-words {
  color: var(--bad);
}
</style>
