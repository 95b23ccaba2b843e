<script setup lang="ts">
import { KINDS, type Entry, type Kind } from '../logic/entry'

/** Which kind the next tap or digit counts; each shows what is entered for it. */
defineProps<{ entry: Entry }>()
const kind = defineModel<Kind>({ required: true })

const WORDS: Record<Kind, string> = { germinated: 'sprouted', abnormal: 'abnormal', rotted: 'rotted', lost: 'lost' }
</script>

<template>
  <div class="kinds" role="radiogroup" aria-label="Count of">
    <button
      v-for="k in KINDS"
      :key="k"
      type="button"
      role="radio"
      :aria-checked="k === kind"
      :class="{ chosen: k === kind }"
      @click="kind = k"
    >
      <span class="figures">{{ entry[k] }}</span>
      {{ WORDS[k] }}
    </button>
  </div>
</template>

<style scoped>
.kinds {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
}

button {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  min-height: 54px;
  border: 1.5px solid var(--line);
  border-radius: 10px;
  background: var(--sheet);
  color: var(--ink-2);
  font-size: 0.9rem;
  line-height: 1.2;
}

button .figures {
  color: var(--ink);
  font-size: 1.15rem;
  font-weight: 700;
}

button.chosen {
  border-color: var(--leaf);
  box-shadow: inset 0 0 0 1.5px var(--leaf);
  color: var(--leaf);
  font-weight: 600;
}
</style>
