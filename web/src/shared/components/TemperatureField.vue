<script setup lang="ts">
import { computed } from 'vue'
import { celsius, degreesShown, degreeUnit } from '@/shared/format/units'

/** A temperature, typed in the unit of who is signed in and kept in °C. */
defineProps<{ label: string; messages?: string[] }>()
const model = defineModel<string | number | null | undefined>({ required: true })

const shown = computed({
  get: () => {
    const kept = model.value
    if (kept === null || kept === undefined || kept === '') return ''
    const value = Number(kept)
    return Number.isNaN(value) ? String(kept) : degreesShown(value)
  },
  set: (typed: string | null) => (model.value = celsius(typed ?? '')),
})
</script>

<template>
  <v-text-field
    :model-value="shown"
    :label="`${label}, ${degreeUnit()}`"
    inputmode="text"
    :error-messages="messages"
    @change="shown = ($event.target as HTMLInputElement).value"
  />
</template>
