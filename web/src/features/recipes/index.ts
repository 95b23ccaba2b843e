import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

export { useSuggestions } from './composables/useSuggestions'
export { checkRecipe, useDormancy, useRecipes, type Recipe } from './api'
// loaded with the lot's page, not with the first one
export const DormancyPanel = defineAsyncComponent(() => import('./components/DormancyPanel.vue'))

export const recipeRoutes: RouteRecordRaw[] = [
  { path: '/recipes', name: 'recipes', component: () => import('./pages/RecipesPage.vue') },
]
