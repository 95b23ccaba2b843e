import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'

export { usePlaces, type PlaceRow } from './api'
// loaded where a form needs it, not with the first page
export const PlaceField = defineAsyncComponent(() => import('./components/PlaceField.vue'))

export const placeRoutes: RouteRecordRaw[] = [
  { path: '/places', name: 'places', component: () => import('./pages/PlacesPage.vue') },
]
