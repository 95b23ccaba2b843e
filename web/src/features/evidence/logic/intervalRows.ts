import { fixed, percent } from '@/shared/format/numbers'
import type { TimeUnit } from '@/shared/format/timescale'
import type { Inked } from './ordered'

export interface IntervalRow {
  name: string
  ink: number
  value: number | null
  lower: number | null
  upper: number | null
  dots: number[]
  words: string
  missing: string
  /** All of the row in a sentence, for a screen reader and for who taps it. */
  sentence: string
}

const listed = (values: readonly number[], say: (v: number) => string) =>
  values.length
    ? ` Dishes: ${[...values]
        .sort((a, b) => a - b)
        .map(say)
        .join(', ')}.`
    : ''

/** How many: the share of each treatment with its dishes. */
export const shareRows = (treatments: readonly Inked[]): IntervalRow[] =>
  treatments.map(({ t, ink }) => {
    const dots = t.dishes.map((d) => d.share)
    return {
      name: t.name,
      ink,
      value: t.share,
      lower: t.lower,
      upper: t.upper,
      dots,
      words: `${percent(t.share)} % ${t.letters}`,
      missing: '',
      sentence: `${t.name}: ${t.share_sentence}.${listed(dots, (v) => `${percent(v)} %`)}`,
    }
  })

/** How fast among those that came up: T50 of each treatment with its dishes. */
export const halfRows = (treatments: readonly Inked[], unit: TimeUnit): IntervalRow[] =>
  treatments.map(({ t, ink }) => {
    const dots = t.dishes.flatMap((d) => (d.t50 === null ? [] : [d.t50]))
    const spoken = t.half.note ? ` (${t.half.note})` : ''
    return {
      name: t.name,
      ink,
      value: t.half.value,
      lower: t.half.lower,
      upper: t.half.upper,
      dots,
      words: t.half.value === null ? '' : fixed(t.half.value / unit.days),
      missing: t.half.note || 'no time',
      sentence: `${t.name}: ${t.time_sentence}${spoken}.${listed(dots, (v) => `${fixed(v / unit.days)} ${unit.name}`)}`,
    }
  })

/** Both in one: pace in percent, with its dishes. */
export const paceRows = (treatments: readonly Inked[]): IntervalRow[] =>
  treatments.map(({ t, ink }) => {
    const dots = t.dishes.flatMap((d) => (d.pace === null ? [] : [d.pace]))
    const doubt = t.doubt.area
    return {
      name: t.name,
      ink,
      value: t.indices.area,
      lower: doubt?.lower == null ? null : Math.max(0, doubt.lower),
      upper: doubt?.upper == null ? null : Math.min(100, doubt.upper),
      dots,
      words: fixed(t.indices.area, 0),
      missing: 'no speed',
      sentence: `${t.name}: pace ${fixed(t.indices.area, 0)} %.${listed(dots, (v) => fixed(v, 0))}`,
    }
  })
