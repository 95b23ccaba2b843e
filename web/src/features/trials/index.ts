import type { RouteRecordRaw } from 'vue-router'

export { useTrialChanges, useTrials } from './api'

export const trialRoutes: RouteRecordRaw[] = [
  { path: '/trials', name: 'trials', component: () => import('./pages/TrialsPage.vue') },
  { path: '/trials/new', name: 'new-trial', component: () => import('./pages/NewTrialPage.vue') },
  {
    path: '/trials/:id(\\d+)/count',
    name: 'count',
    component: () => import('./pages/CountPage.vue'),
    meta: { bare: true },
  },
]
