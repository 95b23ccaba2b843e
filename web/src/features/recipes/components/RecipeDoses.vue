<script setup lang="ts">
import { ref } from 'vue'
import DoseSeries from '@/shared/components/DoseSeries.vue'
import { useRecipeDoses } from '../api'

/** Where a recipe lies on the dose axis of each plant it was tried on, over lots and years; nothing where there is no series. */
const props = defineProps<{ recipe: number }>()
const wanted = ref<number | null>(null)
const { data, isPlaceholderData } = useRecipeDoses(() => props.recipe, wanted)
</script>

<template>
  <details v-for="p in data ?? []" :key="`${p.taxon}${p.lot}`">
    <summary>How much {{ p.series[0]?.what || 'treatment' }} {{ p.name }} needs</summary>
    <DoseSeries
      v-for="s in p.series"
      :key="s.kind ?? ''"
      v-model:wanted="wanted"
      :series="s"
      :loading="isPlaceholderData"
    />
  </details>
</template>
