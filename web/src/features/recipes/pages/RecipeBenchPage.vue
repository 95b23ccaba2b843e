<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { useRecipe } from '../api'
import LadderForm from '../components/LadderForm.vue'
import RecipeForm from '../components/RecipeForm.vue'
import RecipeDoses from '../components/RecipeDoses.vue'
import RecipeResults from '../components/RecipeResults.vue'
import RecipeVersions from '../components/RecipeVersions.vue'

/** The bench on which a recipe is built, or the next version of one. */
const route = useRoute()
const router = useRouter()
const id = computed(() => (typeof route.params.id === 'string' ? Number(route.params.id) : null))
const { data: from, error, refetch } = useRecipe(id)
const heading = computed(() =>
  id.value === null
    ? 'New recipe'
    : from.value
      ? `${from.value.name}, version ${from.value.edition + 1}`
      : 'New version',
)
useTitle(() => heading.value)
const ladder = ref(false)
</script>

<template>
  <main class="page">
    <CrumbTrail :steps="[{ words: 'Recipes', to: '/recipes' }]" />
    <h1>{{ heading }}</h1>
    <PageState v-if="id !== null" :pending="!from && !error" :error="error" @retry="refetch" />
    <RecipeForm v-if="id === null || from" :key="id ?? 0" :from="from ?? null" @done="router.push('/recipes')" />
    <template v-if="from">
      <RecipeResults :recipe="from.id" />
      <RecipeDoses :recipe="from.id" />
      <RecipeVersions :recipe="from" />
      <LadderForm v-if="ladder" :recipe="from" @done="ladder = false" />
      <button v-else-if="from.steps.length" type="button" class="text-link" @click="ladder = true">
        Try several doses of version {{ from.edition }}
      </button>
    </template>
  </main>
</template>
