import type { RouteRecordRaw } from 'vue-router'

export const evidenceRoutes: RouteRecordRaw[] = [
  { path: '/trials/:id(\\d+)', name: 'trial', component: () => import('./pages/TrialPage.vue') },
  { path: '/trials/:id(\\d+)/compare', name: 'compare', component: () => import('./pages/ComparePage.vue') },
]
