import type { Schemas } from '../api/http'

export type DoseResponse = Schemas['DoseResponse']
type Unit = DoseResponse['unit']

/** What a dose series is asked with: the share that is wanted, in seeds of 100; null for 90 % of the most that is reached. */
export const wantedShare = (wanted: number | null) => (wanted === null ? {} : { share: wanted / 100 })

const WEEK = 7
const WEEKS_FROM = 21
/** Distances of marks on an axis of doses, from the closest on. */
const STEPS = [0.5, 1, 2, 5, 10, 15, 20, 30, 60, 120, 240]

export interface DoseScale {
  words: string
  /** How much of the unit of the doses one of the marks' unit is. */
  size: number
  marks: number[]
}

/** The marks of an axis of doses: whole weeks where the series is of weeks, else even numbers of its unit; in the doses' unit. */
export function doseScale(largest: number, unit: Unit, room: number): DoseScale {
  const weeks = unit === 'd' && largest >= WEEKS_FROM
  const size = weeks ? WEEK : 1
  const words = weeks ? 'weeks' : { d: 'days', h: 'hours', min: 'minutes' }[unit]
  const most = Math.max(2, Math.floor(room / 60))
  const step = STEPS.find((s) => (weeks ? s >= 1 : true) && largest / (s * size) <= most) ?? largest / size / most
  const count = Math.floor(largest / (step * size) + 1e-9)
  return { words, size, marks: Array.from({ length: count + 1 }, (_, i) => i * step * size) }
}

/** Codes of lots in the order in which they were first counted, each with a colour of its own, repeated from the seventh on. */
export function lotColours(rings: readonly { lot_code: string }[]): Map<string, string> {
  const colours = ['--chill', '--warm', '--smoke', '--soak', '--scarify', '--acid']
  const codes = [...new Set(rings.map((r) => r.lot_code))]
  return new Map(codes.map((code, i) => [code, `var(${colours[i % colours.length]!})`]))
}
