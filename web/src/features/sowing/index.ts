import type { RouteRecordRaw } from 'vue-router'

export { cardPdf, previewSowing } from './api'

export const sowingRoutes: RouteRecordRaw[] = [
  { path: '/sowing', name: 'sowings', component: () => import('./pages/SowingsPage.vue') },
  { path: '/sowing/new', name: 'new-sowing', component: () => import('./pages/NewSowingPage.vue') },
  { path: '/sowing/:id(\\d+)', name: 'sowing', component: () => import('./pages/SowingPage.vue') },
  { path: '/questions', name: 'questions', component: () => import('./pages/OpenQuestionsPage.vue') },
  { path: '/plants', name: 'plants', component: () => import('./pages/PlantsPage.vue') },
  { path: '/plants/:id(\\d+)', name: 'plant', component: () => import('./pages/PlantPage.vue') },
  { path: '/plants/lot/:id(\\d+)', name: 'unnamed-plant', component: () => import('./pages/PlantPage.vue') },
]
