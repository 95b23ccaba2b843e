import { weekdayLong } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { watchWords } from '@/shared/labels'
import type { StandRow } from '../api'

/** What a stand asks for next, in a sentence. */
export function nextVisit(row: StandRow): string {
  if (row.state === 'no_plan') return 'No first visit is set for the coming season. Edit the stand to set it.'
  if (row.state === 'may_be_gone')
    return `The seed may be gone: ${plural(row.days_late, 'day')} late at a plant that sheds early. Go now.`
  if (row.state === 'overdue') return `A visit is ${plural(row.days_late, 'day')} late.`
  if (row.state === 'due') return 'Visit it today.'
  return row.next_on ? `Next visit on ${weekdayLong(row.next_on)} ${row.next_on.slice(0, 4)}.` : watchWords.later
}
