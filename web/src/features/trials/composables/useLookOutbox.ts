import { moment } from '@/shared/format/dates'
import type { Row } from '@/shared/outbox/box'
import { outboxOf } from '@/shared/outbox/outbox'
import { postPhoto } from '@/shared/api/photos'
import { fetchCountSheet, postClosing, postLook, type NewClosing, type NewLook } from '../api'

/** What waits for the server: a look with its photo, or the closing of a dish. */
interface Made {
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

async function post(item: Waiting) {
  if (item.kind === 'closing') return postClosing(item.body)
  if (item.photo && item.body.photo) await postPhoto(item.body.photo, item.photo)
  return postLook(item.body)
}

/** What was counted without signal leaves from whatever page is open when there is signal again. */
const outbox = outboxOf<Waiting>({
  kind: 'looks',
  post,
  thing: (item) => item.body.dish,
  words: (item) => `Dish ${item.code}: ${item.kind === 'look' ? 'look' : 'closing'}, ${moment(item.body.at)}`,
  arrived(queries, last) {
    // the sheet of a round in hand is not pulled from under the thumb; the copy kept for hours without signal is renewed
    void queries.invalidateQueries({ predicate: (q) => !q.queryKey.includes('count-sheet') })
    void fetchCountSheet(last.trial).catch(() => undefined)
  },
})

export const useLookOutbox = () => outbox
