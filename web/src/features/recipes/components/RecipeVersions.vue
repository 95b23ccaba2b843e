<script setup lang="ts">
import { computed } from 'vue'
import { useRecipe, type Recipe } from '../api'
import { changesBetween } from '../logic/versions'

/** What a version of a recipe changed, and the versions before it, one after the other. */
const props = defineProps<{ recipe: Recipe }>()
const { data: before } = useRecipe(() => props.recipe.replaces ?? null)
const changes = computed(() => (before.value ? changesBetween(before.value.steps, props.recipe.steps) : []))
</script>

<template>
  <template v-if="before">
    <p class="version">
      <strong>Version {{ recipe.edition }}</strong>
      {{ changes.join(' ') || 'The steps are those of the version before.' }}
    </p>
    <RecipeVersions :recipe="before" />
  </template>
</template>

<style scoped>
.version {
  margin: 4px 0;
}
</style>
