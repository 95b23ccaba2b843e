import type { RouteRecordRaw } from 'vue-router'

export { usePlaces, type PlaceRow } from './api'
export { default as PlaceField } from './components/PlaceField.vue'

export const placeRoutes: RouteRecordRaw[] = [
  { path: '/places', name: 'places', component: () => import('./pages/PlacesPage.vue') },
]
