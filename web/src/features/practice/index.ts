import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

// loaded on a bench only, not with the first page
export const BenchBar = defineAsyncComponent(() => import('./components/BenchBar.vue'))
export const ExploreDemo = defineAsyncComponent(() => import('./components/ExploreDemo.vue'))

export const practiceRoutes: RouteRecordRaw[] = [
  { path: '/practice', name: 'practice', component: () => import('./pages/PracticePage.vue') },
  { path: '/practice/bench', name: 'bench', component: () => import('./pages/BenchPage.vue') },
  { path: '/practice/:id(\\d+)', name: 'practice-result', component: () => import('./pages/ResultPage.vue') },
]
