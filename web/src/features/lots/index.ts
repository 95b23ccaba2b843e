import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

export { fetchLotRows, readLotLine, useLots, type LineRead, type LotRow } from './api'
// loaded where a form needs it, not with the first page
export const LotField = defineAsyncComponent(() => import('./components/LotField.vue'))

export const lotRoutes: RouteRecordRaw[] = [
  { path: '/lots', name: 'lots', component: () => import('./pages/LotsPage.vue') },
  { path: '/lots/new', name: 'new-lot', component: () => import('./pages/NewLotPage.vue') },
  { path: '/lots/:id(\\d+)', name: 'lot', component: () => import('./pages/LotPage.vue') },
  { path: '/lots/:id(\\d+)/photo-count', name: 'photo-count', component: () => import('./pages/PhotoCountPage.vue') },
  { path: '/stands/:id(\\d+)/harvest', name: 'harvest', component: () => import('./pages/HarvestPage.vue') },
]
