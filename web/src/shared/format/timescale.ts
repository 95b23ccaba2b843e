/** The unit in which an axis of so many days is read: hours for fluff, months for the slowest. */
export interface TimeUnit {
  name: 'hours' | 'days' | 'weeks' | 'months'
  days: number
}

const UNITS: TimeUnit[] = [
  { name: 'hours', days: 1 / 24 },
  { name: 'days', days: 1 },
  { name: 'weeks', days: 7 },
  { name: 'months', days: 30.4375 },
]

export function unitFor(days: number): TimeUnit {
  const index = days <= 4 ? 0 : days <= 70 ? 1 : days <= 210 ? 2 : 3
  return UNITS[index] as TimeUnit
}

const STEPS = [1, 2, 3, 4, 5, 6, 7, 10, 12, 14, 20, 24, 30, 50, 100]

/** Round ticks, in days, between two days; at most about `most` of them. */
export function ticks(from: number, to: number, unit: TimeUnit, most = 7): number[] {
  const span = (to - from) / unit.days
  const step =
    (unit.name === 'days' && span / 7 <= most && span > 10 ? 7 : (STEPS.find((s) => span / s <= most) ?? 200)) *
    unit.days
  const found: number[] = []
  // + 0: sowing is day 0, not day −0
  for (let at = Math.ceil(from / step - 1e-9) * step + 0; at <= to + 1e-9; at += step) found.push(at)
  return found
}

export const inUnit = (days: number, unit: TimeUnit) => Math.round((days / unit.days) * 10) / 10
