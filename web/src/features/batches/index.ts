import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'
// tells the outbox, on whatever page, how one of these records is sent
import './composables/useBagOutbox'

export { fetchTimers } from './api'
export { default as RunningTimer } from './components/RunningTimer.vue'
export const BagsButton = defineAsyncComponent(() => import('./components/BagsButton.vue'))

export const batchRoutes: RouteRecordRaw[] = [
  { path: '/plan', name: 'plan', component: () => import('./pages/PlanPage.vue') },
  { path: '/rounds', name: 'rounds', component: () => import('./pages/RoundPage.vue') },
  { path: '/rounds/list', name: 'round-list', component: () => import('./pages/RoundListPage.vue') },
  { path: '/timers', name: 'timers', component: () => import('./pages/TimersPage.vue') },
  { path: '/supplies', name: 'supplies', component: () => import('./pages/SuppliesPage.vue') },
  { path: '/batches/:id(\\d+)', name: 'batch', component: () => import('./pages/BatchPage.vue') },
]
