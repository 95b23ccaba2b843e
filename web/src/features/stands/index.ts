import type { RouteRecordRaw } from 'vue-router'
// tells the outbox, on whatever page, how one of these records is sent
import './composables/useVisitOutbox'

export { useStand, useStandTimeline, type Stand, type StandRow } from './api'
export { default as StandLine } from './components/StandLine.vue'

export const standRoutes: RouteRecordRaw[] = [
  { path: '/stands', name: 'stands', component: () => import('./pages/StandsPage.vue') },
  { path: '/stands/new', name: 'new-stand', component: () => import('./pages/StandFormPage.vue') },
  { path: '/stands/:id(\\d+)', name: 'stand', component: () => import('./pages/StandPage.vue') },
  { path: '/stands/:id(\\d+)/change', name: 'change-stand', component: () => import('./pages/StandFormPage.vue') },
]
