import type { RouteRecordRaw } from 'vue-router'

export { useLots, usePlaces, type LotRow } from './api'

export const lotRoutes: RouteRecordRaw[] = [
  { path: '/lots', name: 'lots', component: () => import('./pages/LotsPage.vue') },
  { path: '/lots/new', name: 'new-lot', component: () => import('./pages/NewLotPage.vue') },
  { path: '/lots/:id(\\d+)', name: 'lot', component: () => import('./pages/LotPage.vue') },
]
