import type { QueryClient } from '@tanstack/vue-query'
import { shallowRef } from 'vue'
import { localBox } from '@/shared/composables/localBox'
import { makeOutbox, type Refused } from '@/shared/composables/useOutbox'
import { postBagLook, type NewBagLook } from '../api'

const refused = shallowRef<Refused<NewBagLook>[]>([])
let client: QueryClient | null = null

/** One box for the whole app: a round made in the cellar leaves from whatever page is open when there is signal again. */
const outbox = makeOutbox<NewBagLook>(
  { ...localBox<NewBagLook>('awake-furrow-bag-looks'), post: postBagLook },
  (bad) => (refused.value = [...refused.value, bad]),
  () => {
    // once the box is empty, not after each of forty
    if (outbox.waiting.value.length <= 1) void client?.invalidateQueries()
  },
)

export function startBagOutbox(queries: QueryClient) {
  client = queries
  outbox.start()
}

export const useBagOutbox = () => ({ ...outbox, refused })
