import { weekdayShort } from '@/shared/format/dates'
import type { PlanView } from '../api'

export type Planned = PlanView['treatments'][number]

const MS_PER_DAY = 86_400_000

/** Days between two moments, parts of a day included. */
export const daysApart = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / MS_PER_DAY

const otherDay = (a: string, b: string) => a.slice(0, 10) !== b.slice(0, 10)

/** Rows whose days differ from the plan before, by their keys. */
export function movedRows(before: PlanView | null, after: PlanView): Map<string, Planned> {
  const earlier = new Map(before?.treatments.map((t) => [t.key, t]))
  return new Map(
    after.treatments.flatMap((t) => {
      const was = earlier.get(t.key)
      return was && (otherDay(was.start, t.start) || otherDay(was.sow, t.sow)) ? [[t.key, was] as const] : []
    }),
  )
}

/** What moved against the plan before, one sentence a treatment. */
export function movedWords(after: PlanView, moved: ReadonlyMap<string, Planned>): string[] {
  return after.treatments.flatMap((t) => {
    const was = moved.get(t.key)
    if (!was) return []
    const parts = [
      otherDay(was.start, t.start) ? `begins ${weekdayShort(t.start)} instead of ${weekdayShort(was.start)}` : '',
      otherDay(was.sow, t.sow) ? `is sown ${weekdayShort(t.sow)} instead of ${weekdayShort(was.sow)}` : '',
    ]
    return [`${t.name} ${parts.filter(Boolean).join(' and ')}.`]
  })
}
