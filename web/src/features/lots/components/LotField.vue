<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { listed } from '@/shared/composables/listed'
import { amountWords } from '@/shared/format/amount'
import { useLotRow, useLots, type LotRow } from '../api'

/** A lot, found among thousands by typing its code, plant or place. */
defineProps<{ label: string; messages?: string[] }>()
const emit = defineEmits<{ chosen: [row: LotRow | null] }>()
const lot = defineModel<number | null>({ required: true })

const typed = ref('')
// the title of the chosen lot stands in the field: it is no search
const search = computed(() => (typed.value.includes(' · ') ? '' : typed.value))
const { data } = useLots(search, 50)
const { data: chosen } = useLotRow(lot)
watch(chosen, (row) => emit('chosen', lot.value === null ? null : (row ?? null)), { immediate: true })

// the chosen one is among the items even where the page of lots ends before it
const items = computed(() => {
  const found = data.value?.results ?? []
  const own = chosen.value && !found.some((l) => l.id === chosen.value?.id) ? [chosen.value] : []
  return [...own, ...found].map((l) => ({
    value: l.id,
    title: `${l.code} · ${l.common_name} · ${amountWords(l.stock)}`,
  }))
})
const shown = computed({ get: () => listed(lot.value, items.value), set: (id) => (lot.value = id) })
</script>

<template>
  <v-autocomplete
    v-model="shown"
    v-model:search="typed"
    :items="items"
    :label="label"
    no-filter
    :error-messages="messages"
  />
</template>
