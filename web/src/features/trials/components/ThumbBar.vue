<script setup lang="ts">
import { ref } from 'vue'
import type { Kind } from '../logic/entry'

/** What one thumb reaches: one more, undo, digits, back, and done. */
defineProps<{ kind: Kind; found: number; canUndo: boolean; canGoBack: boolean; last: boolean }>()
const emit = defineEmits<{ one: []; undo: []; digit: [digit: number]; back: []; done: [] }>()

const MORE: Record<Kind, string> = {
  germinated: '+1 sprouted',
  abnormal: '+1 abnormal',
  rotted: '+1 rotted',
  lost: '+1 lost',
}
const digits = ref(false)
</script>

<template>
  <div class="bar">
    <div v-if="digits" class="keys" role="group" aria-label="Digits">
      <button v-for="d in [1, 2, 3, 4, 5, 6, 7, 8, 9, 0]" :key="d" type="button" @click="emit('digit', d)">
        {{ d }}
      </button>
    </div>
    <div class="row">
      <button type="button" class="plain" :disabled="!canUndo" @click="emit('undo')">undo</button>
      <button type="button" class="more" @click="emit('one')">{{ MORE[kind] }}</button>
      <button type="button" class="plain" :aria-expanded="digits" @click="digits = !digits">1 2 3</button>
    </div>
    <div class="row">
      <button type="button" class="plain" :disabled="!canGoBack" @click="emit('back')">‹ back</button>
      <button type="button" class="done" @click="emit('done')">
        {{ found ? 'done' : 'nothing new' }}{{ last ? ', end of round' : ', next dish ›' }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.bar {
  display: grid;
  gap: 10px;
  padding: 12px 16px 16px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}

.row {
  display: flex;
  gap: 10px;
}

button {
  min-height: 58px;
  border-radius: 12px;
  font-size: 1.1rem;
  font-weight: 700;
}

.plain {
  flex: 0 0 92px;
  border: 1.5px solid var(--leaf);
  color: var(--leaf);
}

.plain:disabled {
  border-color: var(--line);
  color: var(--ink-3);
}

.more,
.done {
  flex: 1;
  background: var(--sprout-deep);
  color: #fff;
}

.done {
  background: var(--leaf);
  color: var(--on-leaf);
}

:root[data-theme='evening'] .more {
  color: #14201a;
}

.keys {
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  gap: 6px;
}

.keys button {
  min-height: 50px;
  border: 1.5px solid var(--line);
}
</style>
