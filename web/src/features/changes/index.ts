import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

// loaded with the page that it stands under, after it
export const ThingFoot = defineAsyncComponent(() => import('./components/ThingFoot.vue'))

export const changeRoutes: RouteRecordRaw[] = [
  { path: '/changes', name: 'changes', component: () => import('./pages/ChangesPage.vue') },
]
