import { defineAsyncComponent } from 'vue'

export { useTaxa, type Taxon } from './api'
// loaded where a form needs it, not with the first page
export const PlantField = defineAsyncComponent(() => import('./components/PlantField.vue'))
