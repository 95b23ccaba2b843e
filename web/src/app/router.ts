import { createRouter, createWebHistory } from 'vue-router'
import { backupRoutes } from '@/features/backups'
import { batchRoutes } from '@/features/batches'
import { changeRoutes } from '@/features/changes'
import { evidenceRoutes } from '@/features/evidence'
import { exchangeRoutes } from '@/features/exchange'
import { rememberOpened } from '@/features/find'
import { helpRoutes } from '@/features/help'
import { labelRoutes } from '@/features/labels'
import { lotRoutes } from '@/features/lots'
import { peopleRoutes, readSession } from '@/features/people'
import { placeRoutes } from '@/features/places'
import { practiceRoutes } from '@/features/practice'
import { recipeRoutes } from '@/features/recipes'
import { roundRoutes } from '@/features/rounds'
import { sowingRoutes } from '@/features/sowing'
import { standRoutes } from '@/features/stands'
import { temperatureRoutes } from '@/features/temperature'
import { trialRoutes } from '@/features/trials'
import { keepOldPage } from './keepOldPage'

declare module 'vue-router' {
  interface RouteMeta {
    /** Reachable without signing in. */
    open?: boolean
    /** Fills the screen: no head, no foot. */
    bare?: boolean
  }
}

export const router = createRouter({
  history: createWebHistory(),
  // what a page keeps in its address moves nothing
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? false : { top: 0 }),
  routes: [
    ...roundRoutes,
    ...standRoutes,
    ...lotRoutes,
    ...placeRoutes,
    ...temperatureRoutes,
    ...labelRoutes,
    ...recipeRoutes,
    ...batchRoutes,
    ...trialRoutes,
    ...evidenceRoutes,
    ...sowingRoutes,
    ...exchangeRoutes,
    ...helpRoutes,
    ...practiceRoutes,
    ...backupRoutes,
    ...changeRoutes,
    ...peopleRoutes,
    { path: '/:unknown(.*)*', name: 'not-found', component: () => import('./NotFoundPage.vue'), meta: { open: true } },
  ],
})

rememberOpened(router)
keepOldPage(router, () => document.getElementById('main'))

router.beforeEach(async (to) => {
  const user = await readSession()
  if (!user && !to.meta.open) return { name: 'sign-in', query: { next: to.fullPath } }
  return true
})
