<script setup lang="ts">
import { computed } from 'vue'
import type { SetUpSheet } from '../api'

/** Dishes on their trays and shelves, in the order of their positions; it prints as a map for the bench. */
const props = defineProps<{ sheet: SetUpSheet; named: boolean; maySow: boolean }>()
const emit = defineEmits<{ sow: [dish: number] }>()

const groups = computed(() => {
  const found = new Map<string, SetUpSheet['dishes']>()
  for (const d of props.sheet.dishes) {
    const key =
      props.sheet.layout === 'blocks' ? `${d.place || 'No place yet'}, block ${d.block}` : d.place || 'No place yet'
    found.set(key, [...(found.get(key) ?? []), d])
  }
  return [...found]
})
const time = (iso: string) => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <section v-for="[place, dishes] in groups" :key="place" class="tray">
    <h3 class="ruled">{{ place }}</h3>
    <ol>
      <li v-for="d in dishes" :key="d.id" :class="{ sown: d.sown_at }">
        <small>{{ d.position }}</small>
        <strong class="code">{{ d.code }}</strong>
        <span v-if="named && d.treatment" class="treatment">{{ d.treatment }}</span>
        <small v-if="named && d.bag" class="bag"
          >from <span class="figures">{{ d.bag }}</span></small
        >
        <small v-if="d.sown_at">sown {{ time(d.sown_at) }}</small>
        <button
          v-else-if="maySow"
          type="button"
          class="no-print"
          :aria-label="`Dish ${d.code} sown now`"
          @click="emit('sow', d.id)"
        >
          sown now
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 8px;
  margin: 8px 0 16px;
  padding: 0;
  list-style: none;
}

li {
  position: relative;
  display: flex;
  flex-direction: column;
  align-items: center;
  min-height: 84px;
  padding: 6px 6px 4px;
  border: 1.5px solid var(--earth-2);
  border-radius: 14px;
  background: var(--sheet);
  break-inside: avoid;
}

li > small:first-child {
  position: absolute;
  top: 4px;
  left: 8px;
  color: var(--ink-2);
}

.code {
  font-size: 1.15rem;
}

.bag {
  color: var(--ink-2);
}

.treatment {
  font-size: 0.84rem;
  line-height: 1.2;
  text-align: center;
}

.sown {
  border-style: solid;
  border-color: var(--sprout-deep);
}

button {
  min-height: 40px;
  margin-top: auto;
  color: var(--leaf);
  text-decoration: underline;
}
</style>
