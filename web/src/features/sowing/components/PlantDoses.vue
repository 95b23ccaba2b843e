<script setup lang="ts">
import { ref } from 'vue'
import DoseSeries from '@/shared/components/DoseSeries.vue'
import PageState from '@/shared/components/PageState.vue'
import { usePlantDoses } from '../api'

/** What each dose of a step does to a plant, over its lots and years; nothing where no step was tried in three doses. */
const props = defineProps<{ of: { kind: 'plant' | 'lot'; id: number } }>()
const wanted = ref<number | null>(null)
const { data, isPending, error, refetch, isPlaceholderData } = usePlantDoses(() => props.of, wanted)
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <section v-for="s in data ?? []" :key="s.kind ?? ''">
    <h2 class="ruled">How much {{ s.what || 'treatment' }} it needs</h2>
    <DoseSeries v-model:wanted="wanted" :series="s" :loading="isPlaceholderData" />
  </section>
</template>
