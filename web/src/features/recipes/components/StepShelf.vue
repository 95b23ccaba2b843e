<script setup lang="ts">
import TextureSwatch from '@/shared/drawing/TextureSwatch.vue'
import { STEP_KINDS } from '@/shared/kinds'
import type { StepForm } from '../logic/steps'

/** The kinds of step: a tap puts one into the recipe. */
const emit = defineEmits<{ add: [kind: StepForm['kind']] }>()
const KINDS = Object.values(STEP_KINDS)
</script>

<template>
  <div class="shelf" role="group" aria-label="Add a step">
    <button v-for="k in KINDS" :key="k.kind" type="button" :title="k.term" @click="emit('add', k.kind)">
      <span class="swatch"><TextureSwatch :texture="k.texture" /></span>{{ k.word }}
    </button>
  </div>
</template>

<style scoped>
.shelf {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

button {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
  padding: 0 14px 0 10px;
  border: 1.5px solid var(--line);
  border-radius: 22px;
  background: var(--sheet);
  color: var(--ink);
}

button:hover {
  border-color: var(--leaf);
}

.swatch {
  width: 26px;
  height: 15px;
}
</style>
