import { defineAsyncComponent } from 'vue'

export const FindPanel = defineAsyncComponent(() => import('./components/FindPanel.vue'))
export { rememberOpened, useOpened } from './composables/useOpened'
export { useFind } from './composables/useFind'
export type { Shortcut } from './logic/actions'
