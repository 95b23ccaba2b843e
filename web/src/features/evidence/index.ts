import type { RouteRecordRaw } from 'vue-router'

export const evidenceRoutes: RouteRecordRaw[] = [
  { path: '/trials', name: 'trials', component: () => import('./pages/TrialsPage.vue') },
  { path: '/trials/:id(\\d+)', name: 'trial', component: () => import('./pages/TrialPage.vue') },
  { path: '/trials/:id(\\d+)/packets', name: 'packets', component: () => import('./pages/PacketsPage.vue') },
  { path: '/trials/:id(\\d+)/decide', name: 'decide', component: () => import('./pages/DecidePage.vue') },
  // the page's first address, kept for links in old notes
  { path: '/trials/:id(\\d+)/verdict', redirect: (to) => ({ name: 'decide', params: to.params }) },
  {
    path: '/trials/:id(\\d+)/report',
    name: 'report',
    component: () => import('./pages/ReportPage.vue'),
    meta: { bare: true },
  },
  { path: '/trials/:id(\\d+)/compare', name: 'compare', component: () => import('./pages/ComparePage.vue') },
]
