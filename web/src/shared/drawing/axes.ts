import { scaleLinear, scaleTime } from 'd3-scale'
import { dayAfter, daysBetween, isoDay, parseDay } from '../format/dates'

/** Every scale of a drawing is made here: numbers on a straight axis, shares upwards, days of a calendar. */
type Pair = readonly [number, number]

/** Values to pixels; a domain of one value is taken for one that is a little longer. */
export const straight = ([from, to]: Pair, [begin, end]: Pair) =>
  scaleLinear()
    .domain([from, to > from ? to : from + 1e-9])
    .range([begin, end])

/** Shares (0..1) upwards, from the pixel of 0 % to the pixel of 100 %. */
export const upwards = (bottom: number, top: number) => straight([0, 1], [bottom, top])

/** The marks of an axis of shares. */
export const SHARE_MARKS = [0, 0.25, 0.5, 0.75, 1] as const

/** Pixels that the name of a month takes. */
const WORD = 30

export interface CalendarMark {
  x: number
  words: string
}

/** Days of a calendar to pixels, from the first shown to the last; a moment lies within its day. */
export function calendar(first: string, last: string, [begin, end]: Pair) {
  const days = Math.max(1, daysBetween(first, last))
  const scale = scaleTime()
    .domain([midnight(first), midnight(dayAfter(first, days))])
    .range([begin, end])
  const x = (iso: string) => scale(iso.length > 10 ? new Date(iso) : midnight(iso))
  const perDay = (end - begin) / days
  /** The beginnings of months, as many as can be read, the last with room for its word; the year stands at each January. */
  function months(least = 44): CalendarMark[] {
    const found: CalendarMark[] = []
    const at = parseDay(first)
    at.setDate(1)
    for (let iso = isoDay(at); iso <= last; at.setMonth(at.getMonth() + 1), iso = isoDay(at)) {
      if (iso < first || x(iso) > end - WORD || (found.length && x(iso) - found.at(-1)!.x < least)) continue
      const month = at.toLocaleDateString('en-GB', { month: 'short' })
      found.push({ x: x(iso), words: at.getMonth() === 0 ? `${month} ${at.getFullYear()}` : month })
    }
    return found
  }
  return { x, perDay, months, dayAt: (px: number) => dayAfter(first, Math.floor((px - begin) / perDay + 1e-6)) }
}

const midnight = (iso: string) => {
  const at = parseDay(iso)
  at.setHours(0)
  return at
}
