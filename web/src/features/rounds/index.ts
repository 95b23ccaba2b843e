import type { RouteRecordRaw } from 'vue-router'

export const roundRoutes: RouteRecordRaw[] = [
  { path: '/', name: 'today', component: () => import('./pages/TodayPage.vue') },
  { path: '/route', name: 'route', component: () => import('./pages/RoutePage.vue') },
  { path: '/work-year', name: 'work-year', component: () => import('./pages/WorkYearPage.vue') },
]
