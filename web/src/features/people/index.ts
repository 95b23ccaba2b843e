import type { RouteRecordRaw } from 'vue-router'

export { fetchSession, type Person } from './api'
export { readSession, useSession } from './session'

export const peopleRoutes: RouteRecordRaw[] = [
  {
    path: '/sign-in',
    name: 'sign-in',
    component: () => import('./pages/SignInPage.vue'),
    meta: { open: true, bare: true },
  },
  { path: '/join', name: 'join', component: () => import('./pages/JoinPage.vue'), meta: { open: true, bare: true } },
  { path: '/account', name: 'account', component: () => import('./pages/AccountPage.vue') },
  { path: '/api-tokens', name: 'api-tokens', component: () => import('./pages/ApiTokensPage.vue') },
  { path: '/people', name: 'people', component: () => import('./pages/PeoplePage.vue') },
  { path: '/formats', name: 'formats', component: () => import('./pages/FormatsPage.vue') },
]
