import { watch } from 'vue'
import { useSession } from '@/features/people'
import { makeOutbox } from '@/shared/composables/makeOutbox'
import type { Row } from '@/shared/composables/deviceBox'
import { fetchCountSheet, postClosing, postLook, postPhoto, type NewClosing, type NewLook } from '../api'

/** What waits for the server: a look with its photo, or the closing of a dish. `who` made it: nobody else sends it. */
interface Made {
  who: number
  trial: number
  code: string
}
export interface WaitingLook extends Made {
  kind: 'look'
  body: NewLook
  photo: Blob | null
}
export interface WaitingClosing extends Made {
  kind: 'closing'
  body: NewClosing
}
export type Waiting = WaitingLook | WaitingClosing
export type Held = Row<Waiting>

const { user } = useSession()

async function post(item: Waiting) {
  if (item.kind === 'closing') return postClosing(item.body)
  if (item.photo && item.body.photo) await postPhoto(item.body.photo, item.photo)
  return postLook(item.body)
}

/** One box for the whole app: what was counted without signal leaves from whatever page is open when there is signal again. */
const outbox = makeOutbox<Waiting>({
  name: 'looks',
  post,
  mayLeave: (item) => item.who === user.value?.id,
  thing: (item) => item.body.dish,
  arrived(queries, last) {
    // the sheet of a round in hand is not pulled from under the thumb; the copy kept for hours without signal is renewed
    void queries.invalidateQueries({ predicate: (q) => !q.queryKey.includes('count-sheet') })
    void fetchCountSheet(last.trial).catch(() => undefined)
  },
})

// whose looks they are may leave as soon as that person is here again
watch(user, () => void outbox.flush())

export const startLookOutbox = outbox.start
export const useLookOutbox = () => outbox
