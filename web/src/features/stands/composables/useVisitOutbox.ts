import { makeOutbox } from '@/shared/composables/makeOutbox'
import { postVisit, type NewVisit } from '../api'

/** One box for the whole app: a visit made at a stand leaves from whatever page is open when there is signal again. */
const outbox = makeOutbox<NewVisit>({ name: 'visits', post: postVisit, thing: (visit) => visit.stand })

export const startVisitOutbox = outbox.start
export const useVisitOutbox = () => outbox
