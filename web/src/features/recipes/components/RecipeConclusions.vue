<script setup lang="ts">
import ConclusionList from '@/shared/components/ConclusionList.vue'
import { useRecipeConclusions } from '../api'

/** What people concluded of a recipe from their trials. */
const props = defineProps<{ recipe: number }>()
const { data } = useRecipeConclusions(() => props.recipe)
</script>

<template>
  <template v-if="data">
    <p v-if="!data.length" class="quiet">No conclusion names it yet.</p>
    <ConclusionList :conclusions="data" where="recipe" />
  </template>
</template>
