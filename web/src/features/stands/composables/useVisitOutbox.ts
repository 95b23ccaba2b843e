import type { QueryClient } from '@tanstack/vue-query'
import { shallowRef } from 'vue'
import { makeOutbox, type Refused } from '@/shared/composables/useOutbox'
import { postVisit, type NewVisit } from '../api'
import { readVisits, writeVisits } from '../logic/visitBox'

const refused = shallowRef<Refused<NewVisit> | null>(null)
let client: QueryClient | null = null

/** One box for the whole app: a visit made at a stand leaves from whatever page is open when there is signal again. */
const outbox = makeOutbox<NewVisit>(
  { read: readVisits, write: writeVisits, post: postVisit },
  (bad) => (refused.value = bad),
  () => void client?.invalidateQueries(),
)

export function startVisitOutbox(queries: QueryClient) {
  client = queries
  outbox.start()
}

export const useVisitOutbox = () => ({ ...outbox, refused })
