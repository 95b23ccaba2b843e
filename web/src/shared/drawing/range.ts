/** A dose with its least and most, as the ruler holds it; null: not set. */
export interface Range {
  min: number | null
  target: number
  max: number | null
}
export type Handle = keyof Range

/** Round doses, and those of days that are counted in weeks. */
const ROUND = [1, 2, 5, 10, 20, 50, 100]
const WEEKS = [7, 14, 28, 56]
const DAYS_OF_TWO_WEEKS = 14

/** The end of the ruler: room to lengthen every handle. */
export const rulerEnd = ({ min, target, max }: Range) => Math.max(4, 1.3 * Math.max(min ?? 0, target, max ?? 0))

/** By how much a drag moves a handle: a fortieth of the ruler or more, in round doses or whole weeks. */
export const snap = (end: number, inWeeks = false) =>
  nice(inWeeks && end >= DAYS_OF_TWO_WEEKS).find((n) => end / n <= 40) ?? 100

/** The marks of the ruler: as many as can be read. */
export function marks(end: number, inWeeks: boolean, most: number): number[] {
  const step = nice(inWeeks && end >= DAYS_OF_TWO_WEEKS).find((n) => end / n <= most) ?? end
  return Array.from({ length: Math.floor(end / step) + 1 }, (_, n) => n * step)
}

const nice = (inWeeks: boolean) => (inWeeks ? WEEKS : ROUND)

/** A range with one handle moved: never below 0, and pushing the others along so that minimum ≤ target ≤ maximum. */
export function moved(range: Range, handle: Handle, to: number): Range {
  const value = Math.max(0, to)
  const next = { ...range, [handle]: value }
  if (handle === 'target') {
    if (next.min !== null) next.min = Math.min(next.min, value)
    if (next.max !== null) next.max = Math.max(next.max, value)
  } else if (handle === 'min') {
    next.target = Math.max(next.target, value)
    if (next.max !== null) next.max = Math.max(next.max, next.target)
  } else {
    next.target = Math.min(next.target, value)
    if (next.min !== null) next.min = Math.min(next.min, next.target)
  }
  return next
}
