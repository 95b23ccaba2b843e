<script setup lang="ts">
/** Head of a ledger sheet: its name, filter by typing, and the one action. */
defineProps<{ title: string; label: string; placeholder: string }>()
const search = defineModel<string>({ required: true })
</script>

<template>
  <div class="top">
    <h1>{{ title }}</h1>
    <label class="find">
      <span class="sr-only">{{ label }}</span>
      <input v-model="search" type="search" :placeholder="placeholder" />
    </label>
    <slot />
  </div>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 14px 24px;
  align-items: center;
  margin-bottom: 14px;
}

.find {
  flex: 1;
  min-width: 200px;
}

.find input {
  width: 100%;
  max-width: 340px;
  height: 44px;
  padding: 0 14px;
  border: 1px solid var(--earth-2);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
}
</style>
