<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/features/people'
import { stepWords } from '@/shared/labels'
import type { PlantKnowledge } from '../api'

/** What was never tested of a plant: the steps that its notes name first, then other ways to open seed, and light or dark. */
const props = defineProps<{ plant: PlantKnowledge }>()
const { user } = useSession()
const lot = computed(() => props.plant.lots.find((l) => !l.ended)?.id)
const rows = computed(() => {
  const { named, other, light } = props.plant.never_tested
  return [
    ...named.map((k) => ({ words: stepWords[k], why: 'named in the notes' })),
    ...other.map((k) => ({ words: stepWords[k], why: '' })),
    ...(light ? [{ words: light === 'dark' ? 'germination in the dark' : 'germination in light', why: '' }] : []),
  ]
})
</script>

<template>
  <section v-if="rows.length">
    <h2 class="ruled">Never tested</h2>
    <ul class="plain">
      <li v-for="r in rows" :key="r.words">
        <span>{{ r.words }}</span> <span class="quiet">{{ r.why }}</span>
      </li>
    </ul>
    <RouterLink v-if="user?.may_plan && lot" :to="{ name: 'new-trial', query: { lot, asks: 'best' } }"
      >Plan a trial</RouterLink
    >
  </section>
</template>

<style scoped>
li {
  display: flex;
  gap: 16px;
  justify-content: space-between;
}
</style>
