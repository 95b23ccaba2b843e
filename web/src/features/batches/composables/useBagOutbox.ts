import { makeOutbox } from '@/shared/composables/makeOutbox'
import { postBagLook, type NewBagLook } from '../api'

/** One box for the whole app: a round made in the cellar leaves from whatever page is open when there is signal again. */
const outbox = makeOutbox<NewBagLook>({ name: 'bag-looks', post: postBagLook, thing: (look) => look.batch })

export const startBagOutbox = outbox.start
export const useBagOutbox = () => outbox
