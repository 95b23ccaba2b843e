import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

export { useSuggestions } from './composables/useSuggestions'
export { checkRecipe, useDormancy, useRecipes, type Recipe } from './api'
export { nameFor, partsOf, reordered } from './logic/bench'
export { longestStep, proposedDoses } from './logic/doses'
export { lengthOf, stretches } from './logic/groups'
export { formOf, sameTreatment, stepOf, usualStep, type StepForm } from './logic/steps'
// loaded with the lot's page, not with the first one
export const StepFields = defineAsyncComponent(() => import('./components/StepFields.vue'))
export const StepShelf = defineAsyncComponent(() => import('./components/StepShelf.vue'))
export const DormancyPanel = defineAsyncComponent(() => import('./components/DormancyPanel.vue'))

export const recipeRoutes: RouteRecordRaw[] = [
  { path: '/recipes', name: 'recipes', component: () => import('./pages/RecipesPage.vue') },
  { path: '/recipes/new', name: 'new-recipe', component: () => import('./pages/RecipeBenchPage.vue') },
  { path: '/recipes/:id(\\d+)/change', name: 'change-recipe', component: () => import('./pages/RecipeBenchPage.vue') },
]
