<script setup lang="ts">
import { enterBench } from '@/shared/api/bench'
import { useProblem } from '@/shared/composables/useProblem'
import { useExplore } from '../api'

/** The way into the demo nursery. */
const explore = useExplore()
const { attempt, sentence } = useProblem()

async function open() {
  const made = await attempt(() => explore.mutateAsync(undefined))
  if (made) enterBench(made.bench, '/')
}
</script>

<template>
  <div class="explore">
    <v-btn variant="outlined" color="primary" :loading="explore.isPending.value" @click="open">Explore the demo</v-btn>
    <span class="quiet" role="status">{{
      explore.isPending.value
        ? 'Preparing the demo. This takes a few seconds.'
        : 'A nursery of made-up records, separate from yours.'
    }}</span>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
  </div>
</template>

<style scoped>
.explore {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}
</style>
