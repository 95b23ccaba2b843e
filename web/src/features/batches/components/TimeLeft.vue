<script setup lang="ts">
import { computed, watch } from 'vue'
import { useClock } from '../composables/useClock'
import { span } from '../logic/clock'

/** The time until a moment, by the server's clock as it was heard. */
const props = defineProps<{ dueAt: string; saidAt: string; heardAt: number }>()
const { now, set } = useClock()
watch(props, ({ saidAt, heardAt }) => set(saidAt, heardAt), { immediate: true })
const left = computed(() => span(Date.parse(props.dueAt) - now.value))
</script>

<template>{{ left }}</template>
