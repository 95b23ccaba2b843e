<script setup lang="ts">
import { computed } from 'vue'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'
import { pictureOf } from '@/shared/drawing/dish'
import type { Overview } from '../api'

/** The dishes as they stand, in place order; the treatment is only named once the trial is open. */
const props = defineProps<{ dishes: Overview['dishes']; trial: number; tray: boolean }>()

const places = computed(() => {
  const found = new Map<string, Overview['dishes']>()
  for (const d of props.dishes) found.set(d.place, [...(found.get(d.place) ?? []), d])
  return [...found.entries()]
})
</script>

<template>
  <section v-for="[place, dishes] in places" :key="place">
    <h3 class="ruled">Dishes on {{ place || 'no place yet' }}</h3>
    <ol>
      <li v-for="d in dishes" :key="d.pips.id" :class="{ over: d.pips.closed || d.pips.set_aside }">
        <RouterLink :to="{ name: 'dish', params: { id: trial, dish: d.pips.id } }">
          <DishDrawing :dish="pictureOf(d.pips)" :name="d.pips.code" :tray="tray" />
          <span class="code">{{ d.pips.code }}</span>
        </RouterLink>
        <small v-if="d.treatment">{{ d.treatment }}</small>
        <small v-if="d.pips.set_aside">set aside</small>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px 14px;
  margin: 12px 0 20px;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  flex-direction: column;
  align-items: center;
  min-width: 0;
}

li a {
  display: flex;
  flex-direction: column;
  align-items: center;
  width: 62px;
  color: inherit;
  text-decoration: none;
}

small {
  overflow: hidden;
  max-width: 100%;
  color: var(--ink-2);
  font-size: 0.78rem;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.code {
  font-size: 0.85rem;
}
</style>
