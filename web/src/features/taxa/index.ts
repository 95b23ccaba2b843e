export { useTaxa, type Taxon } from './api'
export { default as PlantField } from './components/PlantField.vue'
