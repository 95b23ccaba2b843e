<script setup lang="ts">
/** Column heads of a ledger sheet that sort it. */
defineProps<{
  columns: readonly { key: string; name: string; num?: boolean }[]
  sorting: (column: string) => 'none' | 'ascending' | 'descending'
}>()
const emit = defineEmits<{ sort: [column: string] }>()
</script>

<template>
  <thead>
    <tr>
      <th v-for="c in columns" :key="c.key" :class="{ num: c.num }" :aria-sort="sorting(c.key)" scope="col">
        <button type="button" @click="emit('sort', c.key)">
          {{ c.name
          }}<span aria-hidden="true">{{ { none: '', ascending: ' ↑', descending: ' ↓' }[sorting(c.key)] }}</span>
        </button>
      </th>
    </tr>
  </thead>
</template>

<style scoped>
button {
  padding: 0;
  color: inherit;
  font: inherit;
  font-weight: 600;
}
</style>
