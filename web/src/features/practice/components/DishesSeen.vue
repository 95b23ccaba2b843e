<script setup lang="ts">
import { FATE_ROWS } from '@/shared/kinds'
import { useDishesSeen } from '../api'

/** What one sees in each dish on the bench: on the count page what is new, on the closing page what the knife finds. */
const props = defineProps<{ bench: number; trial: number; cut: boolean }>()
const { data } = useDishesSeen(props.bench, () => props.trial)

type Seen = NonNullable<typeof data.value>[number]

function words(d: Seen): string {
  if (props.cut) {
    const found = FATE_ROWS.filter((f) => d.left[f.kind]).map((f) => `${d.left[f.kind]} ${f.short}`)
    return found.join(', ') || 'nothing left'
  }
  const rotted = d.new_rotted ? `, ${d.new_rotted} rotted` : ''
  return `${d.new_germinated || 'none'} new${rotted}${d.mouldy ? ', mould' : ''}`
}
</script>

<template>
  <div v-if="data?.length" class="seen">
    <p class="quiet">{{ cut ? 'Found when you cut the rest:' : 'Seen in each dish:' }}</p>
    <ul class="plain">
      <li v-for="d in data" :key="d.dish" :class="{ mouldy: d.mouldy }">
        <code class="code">{{ d.code }}</code> {{ words(d) }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.seen {
  padding-bottom: 4px;
}

.seen p {
  margin: 0;
}

ul {
  display: flex;
  gap: 6px 16px;
  overflow-x: auto;
}

li {
  flex: none;
  padding: 2px 10px;
  border: 1px solid var(--line);
  border-radius: 14px;
  background: var(--sheet);
  white-space: nowrap;
}

.mouldy {
  border-style: dashed;
  border-color: var(--care);
}
</style>
