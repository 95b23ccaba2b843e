<script setup lang="ts">
import { computed } from 'vue'
import { isoDay, parseDay } from '../format/dates'

/** A calendar of one month, on which a day is picked. */
const props = defineProps<{ day: string }>()
const emit = defineEmits<{ picked: [iso: string] }>()
const at = computed(() => (props.day ? parseDay(props.day) : null))
</script>

<template>
  <v-date-picker
    :model-value="at"
    hide-header
    color="primary"
    first-day-of-week="1"
    @update:model-value="(d: unknown) => d instanceof Date && emit('picked', isoDay(d))"
  />
</template>
