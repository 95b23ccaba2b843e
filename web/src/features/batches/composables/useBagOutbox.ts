import { moment } from '@/shared/format/dates'
import { outboxOf } from '@/shared/outbox/outbox'
import { postBagLook, type NewBagLook } from '../api'

/** A round made in the cellar leaves from whatever page is open when there is signal again. */
const outbox = outboxOf<NewBagLook>({
  kind: 'bag-looks',
  post: postBagLook,
  thing: (look) => look.batch,
  words: (look) => `Look at a bag, ${moment(look.at)}`,
})

export const useBagOutbox = () => outbox
