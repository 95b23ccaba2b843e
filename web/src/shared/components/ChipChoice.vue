<script setup lang="ts" generic="K extends string | number">
/** A choice by one tap: chips of at least thumb size, one or several of them. */
const props = defineProps<{ label: string; choices: readonly { value: K; title: string }[]; several?: boolean }>()
const chosen = defineModel<K[]>({ required: true })

function tap(value: K) {
  if (!props.several) chosen.value = [value]
  else chosen.value = chosen.value.includes(value) ? chosen.value.filter((v) => v !== value) : [...chosen.value, value]
}
</script>

<template>
  <div class="chips" :role="several ? 'group' : 'radiogroup'" :aria-label="label">
    <button
      v-for="c in choices"
      :key="c.value"
      type="button"
      :role="several ? 'checkbox' : 'radio'"
      :aria-checked="chosen.includes(c.value)"
      :class="{ chosen: chosen.includes(c.value) }"
      @click="tap(c.value)"
    >
      {{ c.title }}
    </button>
  </div>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

button {
  min-height: 48px;
  padding: 0 14px;
  border: 1.5px solid var(--line);
  border-radius: 24px;
  background: var(--sheet);
  color: var(--ink);
}

button.chosen {
  border-color: var(--leaf);
  box-shadow: inset 0 0 0 1.5px var(--leaf);
  color: var(--leaf);
  font-weight: 600;
}
</style>
