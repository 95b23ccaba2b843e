import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

// only the lead has a use for it
export const BackupNotice = defineAsyncComponent(() => import('./components/BackupNotice.vue'))

export const backupRoutes: RouteRecordRaw[] = [
  { path: '/backups', name: 'backups', component: () => import('./pages/BackupsPage.vue') },
]
