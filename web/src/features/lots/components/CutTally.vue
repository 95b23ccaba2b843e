<script setup lang="ts">
import type { tallied } from '../logic/photoCount'

/** Cut seed so far: what the marks mean, how many of each, and the rest taken for full by one tap. */
defineProps<{ states: ReturnType<typeof tallied> }>()
const emit = defineEmits<{ restFull: [] }>()
</script>

<template>
  <p class="signs">
    <span
      ><svg width="18" height="18" aria-hidden="true"><circle cx="9" cy="9" r="7" class="solid" /></svg>
      {{ states.full }} full</span
    >
    <span
      ><svg width="18" height="18" aria-hidden="true"><circle cx="9" cy="9" r="7" class="hollow" /></svg>
      {{ states.empty }} empty</span
    >
    <span
      ><svg width="18" height="18" aria-hidden="true">
        <circle cx="9" cy="9" r="7" class="hollow" />
        <path d="M9 9V2A7 7 0 0 1 16 9Z" class="solid" />
      </svg>
      {{ states.eaten }} eaten</span
    >
    <span v-if="states.open"
      ><svg width="18" height="18" aria-hidden="true"><circle cx="9" cy="9" r="7" class="hollow open" /></svg>
      {{ states.open }} not judged</span
    >
  </p>
  <p class="quiet">Tap each seed until its mark says what it is inside: full, empty, eaten.</p>
  <button v-if="states.open" type="button" class="rest" @click="emit('restFull')">
    The other {{ states.open }} are full
  </button>
</template>

<style scoped>
.signs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0;
}

.signs span {
  display: inline-flex;
  gap: 4px;
  align-items: center;
}

.solid {
  fill: var(--ink);
}

.hollow {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.open {
  stroke-dasharray: 3 3;
}

.rest {
  width: 100%;
  min-height: 48px;
  border: 1.5px solid var(--leaf);
  border-radius: 10px;
  color: var(--leaf);
  font-weight: 600;
}
</style>
