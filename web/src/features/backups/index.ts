import type { RouteRecordRaw } from 'vue-router'

export const backupRoutes: RouteRecordRaw[] = [
  { path: '/backups', name: 'backups', component: () => import('./pages/BackupsPage.vue') },
]
