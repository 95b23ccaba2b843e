<script setup lang="ts">
import type { Hazard, HazardCare } from '@/shared/api/types'
import { hazardWords } from '@/shared/labels'

/** What can hurt in this seed; with the usual care where it is at hand. A starting point: local advice goes first. */
defineProps<{ hazards: readonly Hazard[]; cares?: readonly HazardCare[]; also?: string }>()
</script>

<template>
  <aside v-if="hazards.length || also" class="notice bad" aria-label="Take care">
    <p v-for="h in hazards" :key="h">
      <strong>{{ hazardWords[h] }}.</strong>
      {{ cares?.find((c) => c.hazard === h)?.care ?? 'Wear gloves, wash your hands, and never taste seed.' }}
    </p>
    <p v-if="also">{{ also }}</p>
  </aside>
</template>

<style scoped>
p {
  margin: 0;
}

strong {
  display: inline-block;
}

strong::first-letter {
  text-transform: uppercase;
}
</style>
