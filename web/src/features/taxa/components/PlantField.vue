<script setup lang="ts">
import { computed, ref } from 'vue'
import { listed } from '@/shared/composables/listed'
import { useProblem } from '@/shared/composables/useProblem'
import { useAddStarterPlant, useStarterPlants, useTaxa, type StarterPlant } from '../api'
import StarterNotes from './StarterNotes.vue'

/**
 * The plant of something, found by typing either of its names; empty if unknown. Starter plants that the nursery does not
 * have yet are offered too: choosing one adds it with its notes.
 */
defineProps<{ label: string; messages?: string[] }>()
const taxon = defineModel<number | null | undefined>({ required: true })

const { data: taxa } = useTaxa()
const { data: starters } = useStarterPlants()
const add = useAddStarterPlant()
const { attempt, sentence } = useProblem()
const added = ref<StarterPlant | null>(null)

const named = (p: { common_name?: string; scientific_name: string }) =>
  p.common_name ? `${p.common_name} (${p.scientific_name})` : p.scientific_name
type Choice = { title: string; value: number | string; props?: { subtitle: string } }
const plants = computed<Choice[]>(() => [
  ...(taxa.value?.results ?? []).map((t) => ({ title: named(t), value: t.id })),
  ...(starters.value ?? []).map((s) => ({
    title: named(s),
    value: s.scientific_name,
    props: { subtitle: 'Not in your list yet. Adds it with starter notes.' },
  })),
])
const chosen = computed(() => listed<number | string>(taxon.value, plants.value))

async function choose(value: number | string | null) {
  added.value = null
  if (typeof value !== 'string') {
    taxon.value = value
    return
  }
  const starter = starters.value?.find((s) => s.scientific_name === value)
  const made = starter && (await attempt(() => add.mutateAsync(starter.scientific_name)))
  if (!made) return
  taxon.value = made.id
  added.value = starter
}
</script>

<template>
  <div class="plant">
    <v-autocomplete
      :model-value="chosen"
      :items="plants"
      :label="label"
      clearable
      auto-select-first="exact"
      :loading="add.isPending.value"
      :error-messages="sentence ? [sentence] : messages"
      @update:model-value="choose"
    />
    <StarterNotes v-if="added" :plant="added" />
  </div>
</template>

<style scoped>
.plant {
  display: grid;
  align-content: start;
}
</style>
