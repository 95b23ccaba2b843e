import type { RouteRecordRaw } from 'vue-router'

export const roundRoutes: RouteRecordRaw[] = [
  { path: '/', name: 'today', component: () => import('./pages/TodayPage.vue') },
]
