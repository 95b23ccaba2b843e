import { computed, ref } from 'vue'
import type { Schemas } from '../api/http'
import { plural } from './numbers'

/** How dates are written for who is signed in. */
export const dateOrder = ref<Schemas['DayOrder']>('dmy')

const MS_PER_DAY = 86_400_000
const pad = (n: number) => String(n).padStart(2, '0')

const forms = computed(() => {
  const locale = dateOrder.value === 'mdy' ? 'en-US' : 'en-GB'
  const form = (parts: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(locale, parts)
  return {
    day: form({ day: 'numeric', month: 'short', year: 'numeric' }),
    short: form({ weekday: 'short', day: 'numeric', month: 'short' }),
    long: form({ weekday: 'long', day: 'numeric', month: 'long' }),
    month: form({ month: 'short', year: 'numeric' }),
    moment: form({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }),
    time: form({ hour: '2-digit', minute: '2-digit' }),
  }
})
const yearFirst = () => dateOrder.value === 'ymd'

/** A calendar date of the server, free of time zones. */
export const parseDay = (iso: string): Date => new Date(`${iso.slice(0, 10)}T12:00:00`)

export const day = (iso: string) => (yearFirst() ? iso.slice(0, 10) : forms.value.day.format(parseDay(iso)))
export const weekdayShort = (iso: string) => forms.value.short.format(parseDay(iso))
export const weekdayLong = (iso: string) => forms.value.long.format(parseDay(iso))

/** A moment on this device's clock; without its year where that is plain to see. */
export function moment(iso: string, withYear = false): string {
  const at = new Date(iso)
  if (withYear && !yearFirst()) return `${day(isoDay(at))}, ${forms.value.time.format(at)}`
  return yearFirst() ? `${isoDay(at)} ${pad(at.getHours())}:${pad(at.getMinutes())}` : forms.value.moment.format(at)
}

export const daysBetween = (from: string, to: string) =>
  Math.round((parseDay(to).getTime() - parseDay(from).getTime()) / MS_PER_DAY)

export const isoDay = (date: Date) => `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`

/** The day so many days after another; a part of a day that has begun does not count. */
export function dayAfter(iso: string, days: number): string {
  const at = parseDay(iso)
  at.setDate(at.getDate() + Math.floor(days + 1e-9))
  return isoDay(at)
}

/** How old something is since a day, in the unit that people use for it. */
export function ageOf(iso: string, today = isoDay(new Date())): string {
  const days = Math.max(0, daysBetween(iso, today))
  if (days < 60) return plural(days, 'day')
  const months = Math.floor(days / 30.44)
  return months < 24 ? plural(months, 'month') : plural(Math.floor(days / 365.25), 'year')
}

/** A collecting date as exactly as it is known. */
export function dateAsKnown(iso: string | null, precision: 'day' | 'month' | 'year'): string {
  if (!iso) return 'date not known'
  if (precision === 'year') return iso.slice(0, 4)
  if (precision === 'day') return day(iso)
  return yearFirst() ? iso.slice(0, 7) : forms.value.month.format(parseDay(iso))
}
