<script setup lang="ts">
import { ref } from 'vue'
import { useStacked } from '../composables/useStacked'

/** A ledger table; where it is wider than the page its rows are stacked, so that it never scrolls sideways. */
defineProps<{ label: string }>()
const room = ref<HTMLElement | null>(null)
useStacked(room)
</script>

<template>
  <div ref="room" class="room">
    <table class="ledger" :aria-label="label">
      <slot />
    </table>
  </div>
</template>

<style scoped>
.room {
  overflow: hidden;
}

.stacked :deep(:is(table, tbody)) {
  display: block;
}

.stacked :deep(thead) {
  position: absolute;
  overflow: hidden;
  width: 1px;
  height: 1px;
  clip-path: inset(50%);
}

/* a row is a small table: its first cell heads it, the others are lines of two columns */
.stacked :deep(tbody tr) {
  display: table;
  width: 100%;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--line);
  table-layout: fixed;
}

.stacked :deep(tbody :is(td, th)) {
  display: table-row;
  border: 0;
  text-align: left;
  white-space: normal;
  overflow-wrap: anywhere;
}

.stacked :deep(td)::before {
  display: table-cell;
  width: 38%;
  padding: 2px 12px 2px 0;
  content: attr(data-label);
  color: var(--ink-2);
}

.stacked :deep(tbody :is(td, th):first-child) {
  display: table-caption;
  padding: 8px 0 2px;
  font-weight: 600;
}

.stacked :deep(td:first-child)::before {
  content: none;
}

.stacked :deep(td:empty) {
  display: none;
}
</style>
