<script setup lang="ts">
import { plural } from '@/shared/format/numbers'

/** One doubtful place of a photo: how many seeds it has, by a tap. */
defineProps<{ marked: number; left: number }>()
const emit = defineEmits<{ answer: [seeds: number]; stop: [] }>()
const MOST = 7
</script>

<template>
  <div role="group" aria-label="Seeds at this place">
    <p>How many seeds here? {{ marked }} marked; {{ plural(left, 'place') }} left.</p>
    <div class="numbers">
      <button v-for="n in MOST" :key="n" type="button" @click="emit('answer', n - 1)">{{ n - 1 }}</button>
    </div>
    <div class="numbers">
      <button type="button" class="main" @click="emit('answer', marked)">{{ marked }} is right</button>
      <button type="button" @click="emit('stop')">Stop</button>
    </div>
  </div>
</template>

<style scoped>
p {
  margin: 0 0 8px;
}

.numbers {
  display: flex;
  gap: 6px;
  margin-bottom: 6px;
}

button {
  flex: 1;
  min-width: 40px;
  min-height: 48px;
  padding: 0 6px;
  border: 1.5px solid var(--line);
  border-radius: 10px;
  background: var(--sheet);
}

.main {
  flex: 3;
  border-color: var(--leaf);
  color: var(--leaf);
  font-weight: 600;
}
</style>
