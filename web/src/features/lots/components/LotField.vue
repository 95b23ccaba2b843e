<script setup lang="ts">
import { computed, ref } from 'vue'
import { amountWords } from '../logic/amount'
import { useLots, type LotRow } from '../api'

/** A lot, found among thousands by typing its code, plant or place. */
defineProps<{ label: string; messages?: string[] }>()
const emit = defineEmits<{ chosen: [row: LotRow | null] }>()
const lot = defineModel<number | null>({ required: true })

const typed = ref('')
// the title of the chosen lot stands in the field: it is no search
const search = computed(() => (typed.value.includes(' · ') ? '' : typed.value))
const { data } = useLots(search, 200)
const items = computed(() =>
  (data.value?.results ?? []).map((l) => ({
    value: l.id,
    title: `${l.code} · ${l.common_name} · ${amountWords(l.stock)}`,
  })),
)
function choose(id: number | null) {
  emit('chosen', data.value?.results.find((l) => l.id === id) ?? null)
}
</script>

<template>
  <v-autocomplete
    v-model="lot"
    v-model:search="typed"
    :items="items"
    :label="label"
    no-filter
    :error-messages="messages"
    @update:model-value="choose"
  />
</template>
