import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

export const CodeReader = defineAsyncComponent(() => import('./components/CodeReader.vue'))

export const labelRoutes: RouteRecordRaw[] = [
  { path: '/labels', name: 'labels', component: () => import('./pages/LabelsPage.vue') },
  { path: '/scan', name: 'scan', component: () => import('./pages/ScanPage.vue') },
  { path: '/c/:code', name: 'code', component: () => import('./pages/ScanPage.vue') },
]
