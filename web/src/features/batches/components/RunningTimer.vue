<script setup lang="ts">
import { computed } from 'vue'
import { stepWords } from '@/shared/labels'
import { useTimers } from '../api'
import TimeLeft from './TimeLeft.vue'

/** The timer that ends next, for the head of every page. */
const { data } = useTimers()

const running = computed(() => data.value?.timers ?? [])
const next = computed(() => [...running.value].sort((a, b) => a.due_at.localeCompare(b.due_at))[0])
const words = computed(() => {
  if (!next.value) return ''
  const more = running.value.length > 1 ? `, and ${running.value.length - 1} more` : ''
  return `${stepWords[next.value.step]} of ${next.value.code}${more}: open timers`
})
</script>

<template>
  <RouterLink v-if="data && next" to="/timers" class="running figures" :title="words">
    <svg viewBox="0 0 20 20" width="16" height="16" aria-hidden="true">
      <circle cx="10" cy="11" r="7" fill="none" stroke="currentColor" stroke-width="2" />
      <path d="M10 7v4h3M8 2h4" fill="none" stroke="currentColor" stroke-width="2" stroke-linecap="round" /></svg
    ><TimeLeft :due-at="next.due_at" :said-at="data.now" :heard-at="data.heardAt" /><span class="sr-only"
      >, {{ words }}</span
    >
  </RouterLink>
</template>

<style scoped>
.running {
  display: flex;
  gap: 6px;
  align-items: center;
  text-decoration: none;
}
</style>
