const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })
const DAY_SHORT = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
const DAY_LONG = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'short', year: 'numeric' })
const MOMENT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

const MS_PER_DAY = 86_400_000

/** A calendar date of the server, free of time zones. */
export const parseDay = (iso: string): Date => new Date(`${iso.slice(0, 10)}T12:00:00`)

export const day = (iso: string) => DAY.format(parseDay(iso))
export const weekdayShort = (iso: string) => DAY_SHORT.format(parseDay(iso))
export const weekdayLong = (iso: string) => DAY_LONG.format(parseDay(iso))
export const moment = (iso: string) => MOMENT.format(new Date(iso))

export const daysBetween = (from: string, to: string) =>
  Math.round((parseDay(to).getTime() - parseDay(from).getTime()) / MS_PER_DAY)

export function isoDay(date: Date): string {
  const pad = (n: number) => String(n).padStart(2, '0')
  return `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`
}

/** A collecting date as exactly as it is known. */
export function dateAsKnown(iso: string | null, precision: 'day' | 'month' | 'year'): string {
  if (!iso) return 'date not known'
  if (precision === 'year') return iso.slice(0, 4)
  return precision === 'month' ? MONTH.format(parseDay(iso)) : day(iso)
}
