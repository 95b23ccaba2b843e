import type { RouteRecordRaw } from 'vue-router'

export const temperatureRoutes: RouteRecordRaw[] = [
  {
    path: '/places/:id(\\d+)/temperature',
    name: 'place-temperature',
    component: () => import('./pages/PlaceTemperaturePage.vue'),
  },
]
