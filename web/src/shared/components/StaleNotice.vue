<script setup lang="ts">
import type { Problem } from '@/shared/api/problem'

/** Somebody saved meanwhile: the saved value beside what was typed, and the way to keep what was typed. */
const props = defineProps<{ problem: Problem | null; yours: Readonly<Record<string, unknown>> }>()
const emit = defineEmits<{ over: [version: number] }>()

// a field holds what was typed as text
const words = (value: unknown) =>
  typeof value === 'object' && value !== null ? JSON.stringify(value) : `${(value ?? '') as string | number | boolean}`
const differing = () =>
  Object.entries(props.problem?.current ?? {}).filter(
    ([name, value]) => name !== 'version' && name in props.yours && words(value) !== words(props.yours[name]),
  )
</script>

<template>
  <div v-if="problem?.current" class="notice bad" role="alert">
    <p>{{ problem.detail }}</p>
    <p v-for="[name, value] in differing()" :key="name">
      {{ name.replaceAll('_', ' ') }}: saved “{{ value }}”, yours “{{ yours[name] }}”.
    </p>
    <button type="button" class="text-link" @click="emit('over', Number(problem.current?.version))">
      Use my version
    </button>
  </div>
</template>

<style scoped>
p {
  margin: 0 0 6px;
}
</style>
