import { defineAsyncComponent } from 'vue'

export { useAddStarterPlant, useStarterPlants, useTaxa, type StarterPlant, type Taxon } from './api'
// loaded where a form needs it, not with the first page
export const PlantField = defineAsyncComponent(() => import('./components/PlantField.vue'))
export const StarterNotes = defineAsyncComponent(() => import('./components/StarterNotes.vue'))
