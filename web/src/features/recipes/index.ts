import type { RouteRecordRaw } from 'vue-router'

export { useRecipes, type Recipe } from './api'

export const recipeRoutes: RouteRecordRaw[] = [
  { path: '/recipes', name: 'recipes', component: () => import('./pages/RecipesPage.vue') },
]
