<script setup lang="ts">
/** Column heads of a ledger sheet that sort it. */
defineProps<{
  columns: readonly { key: string; name: string; num?: boolean; by?: unknown }[]
  sorting: (column: string) => 'none' | 'ascending' | 'descending'
}>()
const emit = defineEmits<{ sort: [column: string] }>()
defineSlots<{ before(): unknown }>()
</script>

<template>
  <thead>
    <tr>
      <slot name="before" />
      <th
        v-for="c in columns"
        :key="c.key"
        :class="{ num: c.num }"
        :aria-sort="c.by ? sorting(c.key) : undefined"
        scope="col"
      >
        <button v-if="c.by" type="button" @click="emit('sort', c.key)">
          {{ c.name
          }}<span aria-hidden="true">{{ { none: '', ascending: ' ↑', descending: ' ↓' }[sorting(c.key)] }}</span>
        </button>
        <template v-else>{{ c.name }}</template>
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
