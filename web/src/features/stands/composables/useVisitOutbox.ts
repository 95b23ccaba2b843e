import { outboxOf } from '@/shared/outbox/outbox'
import { moment } from '@/shared/format/dates'
import { postVisit, type NewVisit } from '../api'

/** A visit made at a stand leaves from whatever page is open when there is signal again. */
const outbox = outboxOf<NewVisit>({
  kind: 'visits',
  post: postVisit,
  thing: (visit) => visit.stand,
  words: (visit) => `Visit to a stand, ${moment(visit.at)}`,
})

export const useVisitOutbox = () => outbox
