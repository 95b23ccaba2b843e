<script setup lang="ts">
import { computed } from 'vue'
import { useTaxa } from '../api'

/** The plant of something, found by typing either of its names; empty while nobody knows. */
defineProps<{ label: string; messages?: string[] }>()
const taxon = defineModel<number | null | undefined>({ required: true })

const { data: taxa } = useTaxa()
const plants = computed(() =>
  (taxa.value?.results ?? []).map((t) => ({ title: `${t.common_name} (${t.scientific_name})`, value: t.id })),
)
</script>

<template>
  <v-autocomplete v-model="taxon" :items="plants" :label="label" clearable :error-messages="messages" />
</template>
