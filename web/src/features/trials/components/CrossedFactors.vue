<script setup lang="ts">
import { ref } from 'vue'
import type { Recipe } from '@/features/recipes'
import type { NewTrial } from '../api'

/** Two things crossed: a recipe or none, in the light and in the dark. Four treatments, each named by its two levels. */
const props = defineProps<{ recipes: readonly Recipe[] }>()
const emit = defineEmits<{ crossed: [treatments: NewTrial['treatments'], factors: [string, string]] }>()

const recipe = ref<number | null>(null)

function cross() {
  const chosen = props.recipes.find((r) => r.id === recipe.value)
  if (!chosen) return
  const name = chosen.name.slice(0, 40)
  const levels = [
    { level_a: 'no treatment', recipe: null },
    { level_a: name, recipe: chosen.id },
  ]
  const treatments = levels.flatMap((a, i) =>
    (['light', 'dark'] as const).map((light, j) => ({
      ...a,
      light,
      level_b: light,
      name: `${a.level_a}, ${light}`.slice(0, 60),
      is_control: i === 0 && j === 0,
    })),
  )
  emit('crossed', treatments, ['treatment', 'light'])
}
</script>

<template>
  <div class="crossed">
    <v-autocomplete
      v-model="recipe"
      :items="recipes.map((r) => ({ value: r.id, title: r.name }))"
      label="Crossed with light and dark"
    />
    <v-btn variant="outlined" color="primary" :disabled="recipe === null" @click="cross">Add the four treatments</v-btn>
  </div>
  <p class="quiet">Dark dishes are looked at once, at the end: they give a final percent, no speed.</p>
</template>

<style scoped>
.crossed {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}

.crossed > :first-child {
  flex: 1 1 220px;
}

p {
  margin: 0;
}
</style>
