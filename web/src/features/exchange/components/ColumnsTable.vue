<script setup lang="ts">
import { computed } from 'vue'
import WideTable from '@/shared/components/WideTable.vue'
import { choicesOf, meaningWords } from '@/shared/labels'
import type { FilePreview } from '../api'

type Meaning = FilePreview['columns'][number]['meaning']

/** Each column of a table with what it is read as: guessed, and settled by hand. Headings that are looks are told together. */
const props = defineProps<{ columns: FilePreview['columns'] }>()
const emit = defineEmits<{ settle: [index: number, meaning: Meaning] }>()

const MEANINGS = choicesOf(meaningWords)
const looks = computed(() => props.columns.filter((c) => c.meaning === 'look'))
// a season of looks would fill the page: the first and the last of them stand for all
const shown = computed(() => {
  if (looks.value.length <= 6) return props.columns
  const kept = new Set([...looks.value.slice(0, 2), ...looks.value.slice(-1)])
  return props.columns.filter((c) => c.meaning !== 'look' || kept.has(c))
})
</script>

<template>
  <p v-if="looks.length" class="quiet">
    {{ looks.length }} columns are looks, from “{{ looks[0]?.heading }}” to “{{ looks[looks.length - 1]?.heading }}”.
  </p>
  <WideTable label="Columns of the table and what they mean">
    <thead>
      <tr>
        <th scope="col">heading</th>
        <th scope="col">cells below</th>
        <th scope="col">is read as</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="c in shown" :key="c.index">
        <td>{{ c.heading || '(no heading)' }}</td>
        <td class="quiet">{{ c.samples.join(', ') || 'nothing' }}</td>
        <td>
          <select
            :value="c.meaning"
            :aria-label="`What “${c.heading || `column ${c.index + 1}`}” is read as`"
            @change="emit('settle', c.index, ($event.target as HTMLSelectElement).value as Meaning)"
          >
            <option v-for="m in MEANINGS" :key="m.value" :value="m.value">{{ m.title }}</option>
          </select>
          <span v-if="c.meaning !== c.guessed" class="quiet"> by hand</span>
        </td>
      </tr>
    </tbody>
  </WideTable>
</template>

<style scoped>
select {
  min-width: 160px;
  min-height: 40px;
  padding: 0 8px;
  border: 1px solid var(--earth-2);
  border-radius: 6px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
</style>
