import { watch, type Ref } from 'vue'
import { fetchTimers } from '@/features/batches'
import { fetchSession, useSession } from '@/features/people'
import { browser } from '@/shared/api/browser'
import { Problem } from '@/shared/api/problem'
import { keptAt } from '@/shared/api/kept'
import { fetchCountSheet } from '@/features/trials'
import { fetchToday, type Today } from '../api'

const AGAIN_MS = 5 * 60_000
const PAGE_FIRST_MS = 2_000
let last = 0

/** The worker installs beside the first page, and may take it over at any moment. */
async function workerThere(worker: ServiceWorkerContainer) {
  if (worker.controller) return
  await new Promise<void>((go) => worker.addEventListener('controllerchange', () => go(), { once: true }))
}

/** The sheets of today's rounds are asked for while there is signal: the worker keeps them, and the round opens without. */
export function useKeptRounds(today: Ref<Today | undefined>) {
  const { user } = useSession()
  watch(
    // the server may answer too late at first, and then with the same day that the device had kept
    [today, keptAt],
    async ([now]) => {
      if (!now || keptAt.value || Date.now() - last < AGAIN_MS || !browser.serviceWorker) return
      last = Date.now()
      await workerThere(browser.serviceWorker)
      await new Promise((go) => setTimeout(go, PAGE_FIRST_MS))
      const trials = new Set(now.rounds.flatMap((r) => r.tasks.filter((t) => t.kind === 'count').map((t) => t.trial)))
      try {
        // what this page asked for before the worker was there is not kept yet
        if (user.value) await Promise.all([fetchSession(), fetchToday(), fetchTimers()])
        for (const trial of trials) if (user.value) await fetchCountSheet(trial)
      } catch (error) {
        // the signal went meanwhile: what was fetched is kept, the rest is asked for next time
        if (!(error instanceof Problem)) throw error
        last = 0
      }
    },
    { immediate: true },
  )
}
