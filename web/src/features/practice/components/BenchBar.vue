<script setup lang="ts">
import { usePractice } from '../api'
import DemoBar from './DemoBar.vue'
import ExerciseBar from './ExerciseBar.vue'

/** Stands over every page of a bench: that it is no part of the nursery's records, and the way out. */
defineProps<{ bench: number }>()
const { data: practice } = usePractice()
</script>

<template>
  <aside class="bench no-print" aria-label="Practice bench">
    <template v-if="practice">
      <DemoBar v-if="practice.demo === bench" :bench="bench" />
      <ExerciseBar v-else :bench="bench" />
    </template>
  </aside>
</template>

<style scoped>
.bench {
  padding: 4px 28px 6px;
  border-bottom: 2px dashed var(--care);
  background: var(--future);
}

.bench > :deep(p) {
  margin: 2px 0;
}

.bench :deep(.time) {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
}

.bench :deep(.time button),
.bench :deep(.time a) {
  min-height: 44px;
  padding: 0;
  color: var(--leaf);
  font-weight: 600;
  line-height: 44px;
  text-decoration: underline;
}

@media (max-width: 700px) {
  .bench {
    padding: 2px 16px 4px;
    font-size: 0.92rem;
  }
}
</style>
