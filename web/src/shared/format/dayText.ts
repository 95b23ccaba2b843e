import type { Schemas } from '../api/http'
import { isoDay, parseDay } from './dates'

/** Which year a day without one means: the latest that is past, or the next that comes. */
export type DayOf = 'event' | 'plan'

interface Reading {
  order: Schemas['DayOrder']
  today: Date
  of: DayOf
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const WEEKDAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat']
const NEAR: Record<string, number> = { today: 0, now: 0, yesterday: -1, tomorrow: 1 }
const UNITS: Record<string, number> = { day: 1, days: 1, d: 1, week: 7, weeks: 7, w: 7 }
const CENTURY = 2000

const indexIn = (names: string[], word: string) => (word.length < 3 ? -1 : names.findIndex((n) => word.startsWith(n)))
const moved = (from: Date, days: number) => new Date(from.getFullYear(), from.getMonth(), from.getDate() + days, 12)

/**
 * The day that somebody typed, as YYYY-MM-DD; null where it is no day.
 *
 * "12 8", "12.8.26" and "8/12" follow the user's date order; "12 aug", "aug 12 2026", "2026-08-12", "yesterday", "monday",
 * "3 days ago" and "in 2 weeks" are understood in any.
 */
export function readDay(typed: string, reading: Reading): string | null {
  const words = typed.toLowerCase().match(/\p{L}+|\d+/gu) ?? []
  return near(words, reading) ?? weekday(words, reading) ?? calendarDay(words, reading)
}

/** As `readDay`, with a time at the end ("12 8 14:30"), as YYYY-MM-DDTHH:MM; without one it is `time`. */
export function readMoment(typed: string, reading: Reading, time: string): string | null {
  const found = /^(?:(.*?)[\s,]+)?(\d{1,2})[:h](\d{2})\s*(am|pm)?\s*$/i.exec(typed)
  const at = found ? clock(Number(found[2]), Number(found[3]), found[4]?.toLowerCase()) : time
  // a time alone is today's
  const day = readDay(found ? found[1]?.trim() || 'today' : typed, reading)
  return day && at ? `${day}T${at}` : null
}

function clock(hour: number, minute: number, half?: string): string | null {
  const hours = half ? (hour % 12) + (half === 'pm' ? 12 : 0) : hour
  if (hours > 23 || minute > 59 || (half && (hour < 1 || hour > 12))) return null
  return `${String(hours).padStart(2, '0')}:${String(minute).padStart(2, '0')}`
}

function near(words: string[], { today }: Reading): string | null {
  const only = words.length === 1 ? NEAR[words[0] ?? ''] : undefined
  if (only !== undefined) return isoDay(moved(today, only))
  const [first, second, third] = words
  const ago = third === 'ago' ? Number(first) * (UNITS[second ?? ''] ?? NaN) : NaN
  const ahead = first === 'in' ? Number(second) * (UNITS[third ?? ''] ?? NaN) : NaN
  const days = Number.isNaN(ago) ? ahead : -ago
  return words.length === 3 && Number.isFinite(days) ? isoDay(moved(today, days)) : null
}

function weekday(words: string[], { today, of }: Reading): string | null {
  const wanted = words.length === 1 ? indexIn(WEEKDAYS, words[0] ?? '') : -1
  if (wanted < 0) return null
  const back = (today.getDay() - wanted + 7) % 7
  return isoDay(moved(today, of === 'event' ? -back : (7 - back) % 7))
}

function calendarDay(words: string[], reading: Reading): string | null {
  if (words.length < 2 || words.length > 3) return null
  const named = words.findIndex((w) => indexIn(MONTHS, w) >= 0)
  const numbers = words.filter((_, i) => i !== named)
  if (!numbers.every((w) => /^\d+$/.test(w))) return null
  const parts = numbers.map(Number)
  if (named >= 0) return inYear(parts, indexIn(MONTHS, words[named] ?? ''), numbers, reading)
  const yearLeads = (numbers[0]?.length ?? 0) === 4 || (parts.length === 3 && reading.order === 'ymd')
  const [year, ...rest] = yearLeads ? parts : [parts[2], ...parts]
  const monthFirst = yearLeads || reading.order !== 'dmy'
  const [day, month] = monthFirst ? [rest[1], rest[0]] : [rest[0], rest[1]]
  return day === undefined || month === undefined ? null : dated(year, month - 1, day, reading)
}

/** A day whose month has a name: what is left are the day and, where there is one, the year. */
function inYear(parts: number[], month: number, written: string[], reading: Reading): string | null {
  const yearLeads = (written[0]?.length ?? 0) === 4
  const [day, year] = yearLeads ? [parts[1], parts[0]] : parts
  return day === undefined ? null : dated(year, month, day, reading)
}

function dated(year: number | undefined, month: number, day: number, { today, of }: Reading): string | null {
  if (year !== undefined) return existing(year < 100 ? CENTURY + year : year, month, day)
  const now = isoDay(today)
  // eight years hold a 29 February, whatever the century
  for (let back = 0; back <= 8; back += 1) {
    const found = existing(today.getFullYear() + (of === 'event' ? -back : back), month, day)
    if (found && (of === 'event' ? found <= now : found >= now)) return found
  }
  return null
}

function existing(year: number, month: number, day: number): string | null {
  const at = new Date(year, month, day, 12)
  const same = at.getFullYear() === year && at.getMonth() === month && at.getDate() === day
  return same && year > 1000 && year < 10_000 ? isoDay(at) : null
}

/** A day written as numbers in the user's order, short enough for a placeholder. */
export function dayExample(order: Schemas['DayOrder'], iso: string): string {
  const at = parseDay(iso)
  const [d, m] = [at.getDate(), at.getMonth() + 1]
  return order === 'dmy' ? `${d} ${m}` : `${m} ${d}`
}
