<script setup lang="ts">
/** What can be done with the selected lines of a list; it stays in view while the list scrolls. */
defineProps<{ words: string }>()
const emit = defineEmits<{ clear: [] }>()
</script>

<template>
  <div class="chosen no-print" role="group" aria-label="With the selected">
    <strong>{{ words }} selected</strong>
    <button type="button" class="text-link" @click="emit('clear')">Clear</button>
    <slot />
  </div>
</template>

<style scoped>
.chosen {
  position: sticky;
  z-index: 2;
  top: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
  min-height: 48px;
  padding: 6px 0;
  border-bottom: 2px solid var(--leaf);
  background: var(--paper);
}
</style>
