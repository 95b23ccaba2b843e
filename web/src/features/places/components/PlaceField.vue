<script setup lang="ts">
import { degrees } from '@/shared/format/units'
import { computed } from 'vue'
import { listed, listedAll } from '@/shared/composables/listed'
import { usePlaces } from '../api'

/** A place of the nursery, with its climate where it is known. */
defineProps<{ label: string; messages?: string[]; several?: boolean }>()
const place = defineModel<number | number[] | null | undefined>({ required: true })

const { data } = usePlaces()
const items = computed(() =>
  (data.value?.results ?? []).map((p) => ({
    value: p.id,
    title: p.climate_c === null ? p.full_name : `${p.full_name} (${degrees(p.climate_c)}, ${p.climate_percent} %)`,
  })),
)
const shown = computed({
  get: () => (Array.isArray(place.value) ? listedAll(place.value, items.value) : listed(place.value, items.value)),
  set: (id) => (place.value = id),
})
</script>

<template>
  <v-select
    v-model="shown"
    :items="items"
    :label="label"
    :multiple="several"
    :chips="several"
    clearable
    :error-messages="messages"
  />
</template>
