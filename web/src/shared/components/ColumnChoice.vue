<script setup lang="ts">
/** Which columns of a list are shown. */
defineProps<{ choices: readonly { key: string; name: string }[] }>()
const chosen = defineModel<string[]>({ required: true })

function tap(key: string) {
  chosen.value = chosen.value.includes(key) ? chosen.value.filter((k) => k !== key) : [...chosen.value, key]
}
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props }">
      <button type="button" class="text-link" v-bind="props">Columns</button>
    </template>
    <div class="columns" role="group" aria-label="Columns">
      <label v-for="c in choices" :key="c.key">
        <input type="checkbox" :checked="chosen.includes(c.key)" @change="tap(c.key)" />
        {{ c.name }}
      </label>
    </div>
  </v-menu>
</template>

<style scoped>
.columns {
  padding: 8px 18px;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--sheet);
}

label {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
}

input {
  width: 20px;
  height: 20px;
  accent-color: var(--leaf);
}
</style>
