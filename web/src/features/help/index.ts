import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

// loaded when somebody asks, not with the first page
export const HelpPanel = defineAsyncComponent(() => import('./components/HelpPanel.vue'))
export { useHelp } from './composables/useHelp'

export const helpRoutes: RouteRecordRaw[] = [
  { path: '/glossary', name: 'glossary', component: () => import('./pages/GlossaryPage.vue') },
]
