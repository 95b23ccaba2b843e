<script setup lang="ts">
import { computed } from 'vue'
import { inUnit, unitFor } from '@/shared/format/timescale'
import { hazardWords } from '@/shared/labels'
import type { CountDish, CountSheet } from '../api'

/** Which dish is in hand, where it stands, how far the round is, and whether what was counted has arrived. */
const props = defineProps<{
  sheet: CountSheet | undefined
  dish: CountDish | undefined
  at: number
  dishes: readonly CountDish[]
  made: Record<number, unknown>
  signal: { words: string; bad: boolean }
}>()
const emit = defineEmits<{ find: [] }>()

const age = computed(() => {
  const days = props.dish?.day
  if (days === null || days === undefined) return 'not sown yet'
  const unit = unitFor(days)
  return `${unit.name.replace(/s$/, '')} ${Math.floor(inUnit(days, unit))}`
})
</script>

<template>
  <header>
    <RouterLink
      class="leave"
      :to="{ name: 'trial', params: { id: $route.params.id as string } }"
      aria-label="Leave the round"
      >✕</RouterLink
    >
    <template v-if="dish">
      <h1 class="code">{{ dish.code }}</h1>
      <p class="where">
        <strong v-if="dish.packet">{{ dish.packet.name }}, {{ dish.packet.code }}<br /></strong
        >{{ dish.place || 'no place' }}, place {{ dish.position }}<br />{{ age
        }}<template v-if="dish.stretch">, in “{{ dish.stretch }}”</template
        ><span v-if="sheet?.hazards.length" class="care">
          ! {{ sheet.hazards.map((h) => hazardWords[h]).join(', ') }}: gloves</span
        >
      </p>
      <p class="far">
        <strong>{{ at + 1 }}</strong> of {{ dishes.length }}
        <button type="button" aria-label="Find a dish by its code" @click="emit('find')">find</button>
      </p>
    </template>
    <h1 v-else class="plain">{{ sheet?.code }}</h1>
    <p class="signal" :class="{ bad: signal.bad }" role="status">{{ signal.words }}</p>
  </header>
  <div class="progress" aria-hidden="true">
    <span v-for="(d, i) in dishes" :key="d.id" :class="{ made: made[d.id], here: i === at }" />
  </div>
</template>

<style scoped>
.care {
  color: var(--alert);
  font-weight: 600;
}

header {
  display: grid;
  grid-template-columns: 44px auto 1fr auto;
  gap: 0 12px;
  align-items: center;
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
}

.leave {
  display: grid;
  grid-row: span 2;
  place-items: center;
  height: 48px;
  color: var(--ink-2);
  text-decoration: none;
}

header h1 {
  grid-row: span 2;
  font: 500 1.9rem var(--mono);
}

header h1.plain {
  font-size: 1.3rem;
}

header p {
  margin: 0;
  font-size: 0.9rem;
  line-height: 1.3;
}

.where {
  grid-row: span 2;
  color: var(--ink-2);
}

.far {
  text-align: right;
  white-space: nowrap;
}

.far button {
  min-width: 48px;
  min-height: 48px;
  color: var(--leaf);
  text-decoration: underline;
}

.signal {
  grid-column: 4;
  min-height: 1.2em;
  color: var(--ink-2);
  text-align: right;
}

.signal.bad {
  color: var(--alert);
  font-weight: 600;
}

.progress {
  display: flex;
  gap: 4px;
  padding: 8px 16px 0;
}

.progress span {
  flex: 1;
  height: 6px;
  border-radius: 3px;
  background: var(--line-soft);
}

.progress .made {
  background: var(--sprout-deep);
}

.progress .here {
  box-shadow: 0 0 0 2px var(--leaf);
}
</style>
