import type { RouteRecordRaw } from 'vue-router'

export const evidenceRoutes: RouteRecordRaw[] = [
  { path: '/trials/:id(\\d+)', name: 'trial', component: () => import('./pages/TrialPage.vue') },
  { path: '/trials/:id(\\d+)/verdict', name: 'verdict', component: () => import('./pages/VerdictPage.vue') },
  {
    path: '/trials/:id(\\d+)/report',
    name: 'report',
    component: () => import('./pages/ReportPage.vue'),
    meta: { bare: true },
  },
  { path: '/trials/:id(\\d+)/compare', name: 'compare', component: () => import('./pages/ComparePage.vue') },
]
