import { daysBetween } from '@/shared/format/dates'
import type { Lot, LotPage, StockLine } from '../api'

/** Something that happened to a lot, or is due, on the axis of days since its life began. */
export interface LifeEvent {
  day: number
  on: string
  word: string
  more: string
}
export interface LifeTest {
  day: number
  on: string
  count: number
  of: number
  share: number
  lower: number
  upper: number
  treatment: string
  base: LotPage['tests'][number]['base']
}
export interface Life {
  /** The day from which all days count: collected, or first known here. */
  zero: string
  /** The amount as a share of the most there ever was, in steps; empty while nobody knows it. */
  course: { day: number; share: number }[]
  /** What the amount was after each change that shows. */
  amounts: { day: number; share: number; seeds: number; estimated: boolean }[]
  events: LifeEvent[]
  tests: LifeTest[]
  today: number
  endDay: number
}

/** How much of the axis lies ahead of today, and the least there is. */
const AHEAD = 0.15
const LEAST_AHEAD_DAYS = 21
/** A change that is less of the most there ever was is drawn, but not said. */
const TELLS = 0.04

/** The words of an event; the log's are given by the caller, who knows the lists of words. */
export function lifeOf(
  lot: Pick<Lot, 'collected_on' | 'use_by'>,
  page: Pick<LotPage, 'tests'> & { bench: Pick<LotPage['bench'], 'log' | 'turn_on'> },
  ledger: readonly StockLine[],
  today: string,
  words: (line: LotPage['bench']['log'][number]) => string,
): Life {
  const lines = ledger.filter((l) => l.stands).sort((a, b) => a.at.localeCompare(b.at) || a.id - b.id)
  const log = page.bench.log.filter((l) => l.stands)
  const days = [
    lot.collected_on,
    ...lines.map((l) => l.at),
    ...log.map((l) => l.at),
    ...page.tests.map((t) => t.tested_on),
    today,
  ]
  const zero =
    days
      .filter((d): d is string => Boolean(d))
      .map((d) => d.slice(0, 10))
      .sort()[0] ?? today
  const at = (iso: string) => daysBetween(zero, iso)
  const now = at(today)

  const known = lines.filter((l) => l.balance_seeds !== null)
  const most = Math.max(1, ...known.map((l) => l.balance_seeds ?? 0))
  const course: Life['course'] = []
  const amounts: Life['amounts'] = []
  let before = 0
  let estimated = false
  for (const l of known) {
    const share = (l.balance_seeds ?? 0) / most
    const day = at(l.at)
    // a recount is all that there is; any other line keeps the doubt of those before it
    estimated = l.known !== 'counted' || (estimated && l.kind !== 'recount')
    course.push({ day, share: before }, { day, share })
    if (Math.abs(share - before) >= TELLS) {
      if (amounts.at(-1)?.day === day) amounts.pop()
      amounts.push({ day, share, seeds: l.balance_seeds ?? 0, estimated })
    }
    before = share
  }
  if (course.length) course.push({ day: now, share: before })

  const due = [
    ...(page.bench.turn_on ? [{ on: page.bench.turn_on, word: 'turn', more: '' }] : []),
    ...(lot.use_by ? [{ on: lot.use_by, word: 'use by', more: '' }] : []),
  ]
  const happened = [
    ...(lot.collected_on ? [{ on: lot.collected_on, word: 'collected', more: '' }] : []),
    ...log.map((l) => ({ on: l.at.slice(0, 10), word: words(l), more: l.said })),
    ...lines
      .filter((l) => l.kind === 'drawn' && l.amount_seeds !== null)
      .map((l) => ({ on: l.at.slice(0, 10), word: l.reason || 'drawn', more: `${l.amount_seeds} seeds` })),
  ]
  const events = [...happened, ...due].map((e) => ({ ...e, day: at(e.on) })).sort((a, b) => a.day - b.day)
  const ahead = Math.max(LEAST_AHEAD_DAYS, AHEAD * now, ...due.map((d) => at(d.on) - now))
  const tests = oneForEach(page.tests).map((t) => ({ ...t, day: at(t.tested_on), on: t.tested_on }))
  return { zero, course, amounts, events, tests, today: now, endDay: now + ahead }
}

/** One test for each trial: the one that tells of the lot's age, else the one that germinated most. */
function oneForEach(tests: LotPage['tests']): LotPage['tests'] {
  const found = new Map<number, LotPage['tests'][number]>()
  for (const t of tests) {
    const other = found.get(t.trial)
    if (!other || Number(t.used) > Number(other.used) || (t.used === other.used && t.share > other.share))
      found.set(t.trial, t)
  }
  return [...found.values()]
}

/** What the share of a test says: a closing tells what is alive of the full seed, else it is what germinated of the sown. */
export const testSays = (base: LotPage['tests'][number]['base']) => (base === 'sown' ? 'germinated' : 'alive')

/** The labels that fit on a line without touching, from the left, with the pixel each begins at; a later one gives way. */
export function fitting<T extends { day: number }>(
  all: readonly T[],
  x: (day: number) => number,
  wide: (label: T) => number,
  end: number,
): (T & { x: number })[] {
  const found: (T & { x: number })[] = []
  let from = 0
  for (const label of all) {
    const left = Math.max(0, Math.min(x(label.day) - 4, end - wide(label)))
    if (left < from) continue
    found.push({ ...label, x: left })
    from = left + wide(label) + 10
  }
  return found
}
