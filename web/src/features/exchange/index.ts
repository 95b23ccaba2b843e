import type { RouteRecordRaw } from 'vue-router'

export const exchangeRoutes: RouteRecordRaw[] = [
  { path: '/import', name: 'import', component: () => import('./pages/ImportPage.vue') },
]
