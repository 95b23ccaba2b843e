import { describe, expect, it } from 'vitest'
import type { TreatmentResult } from '../../api'
import { courseAt, lookDays } from '../courseAt'
import { INDEX_ROWS } from '../indexRows'
import { halfRows, paceRows, shareRows } from '../intervalRows'
import { asQuery } from '../nextTrial'
import { ordered } from '../ordered'
import { unitFor } from '@/shared/format/timescale'

const treatment = (name: string, share: number, half: number | null, area: number | null, more = {}) =>
  ({
    name, share, lower: share - 0.1, upper: share + 0.1, letters: 'a',
    share_sentence: `${100 * share} %`, time_sentence: 'half in so many days',
    half: { value: half, lower: half, upper: half, note: half === null ? 'fewer than two came up' : '' },
    indices: { area }, doubt: { area: { lower: -3, upper: 104 } },
    dishes: [{ share: 0.5, t50: half, pace: area }, { share: 0.3, t50: null, pace: null }],
    course: { days: [0, 4, 9], shares: [0, 0.2, share], lower: [0, 0.1, null], upper: [0.1, 0.3, null] },
    ...more,
  }) as unknown as TreatmentResult // prettier-ignore

const none = treatment('untreated', 0.1, null, null)
const slow = treatment('cold', 0.6, 12, 30)
const quick = treatment('nick', 0.4, 3, 35)
const all = [none, slow, quick]
const names = (by: Parameters<typeof ordered>[1]) => ordered(all, by).map(({ t, ink }) => `${t.name} ${ink}`)

describe('treatments in order', () => {
  it('have the best first, what is undefined last, and each its own ink', () => {
    expect(names('laid_out')).toEqual(['untreated 0', 'cold 1', 'nick 2'])
    expect(names('share')).toEqual(['cold 1', 'nick 2', 'untreated 0'])
    expect(names('half')).toEqual(['nick 2', 'cold 1', 'untreated 0'])
    expect(names('pace')).toEqual(['nick 2', 'cold 1', 'untreated 0'])
  })
})

describe('a row of an interval', () => {
  it('of how many has its dishes, and reads out what it shows', () => {
    const [row] = shareRows([{ t: slow, ink: 1 }])
    expect(row).toMatchObject({ value: 0.6, dots: [0.5, 0.3], words: '60 % a', ink: 1 })
    expect(row?.sentence).toBe('cold: 60 %. Dishes: 30 %, 50 %.')
  })

  it('of how fast leaves out dishes without a time, and is in the unit of the axis', () => {
    const [row] = halfRows([{ t: slow, ink: 0 }], unitFor(100))
    expect(row).toMatchObject({ value: 12, dots: [12], words: '1.7' })
    expect(row?.sentence).toBe('cold: half in so many days. Dishes: 1.7 weeks.')
  })

  it('that is undefined says why, never 0', () => {
    const [row] = halfRows([{ t: none, ink: 0 }], unitFor(10))
    expect(row).toMatchObject({ value: null, words: '', missing: 'fewer than two came up', dots: [] })
    expect(row?.sentence).toContain('(fewer than two came up)')
  })

  it('of pace stays between 0 and 100', () => {
    expect(paceRows([{ t: slow, ink: 0 }])[0]).toMatchObject({ value: 30, lower: 0, upper: 100, words: '30' })
    expect(paceRows([{ t: treatment('x', 0, null, null, { doubt: {} }), ink: 0 }])[0]).toMatchObject({ value: null, lower: null, words: '–' }) // prettier-ignore
  })
})

describe('a course on a day', () => {
  it('is at the last look on or before it, and undefined before the first', () => {
    expect(courseAt(slow.course, 5)).toEqual({ share: 0.2, lower: 0.1, upper: 0.3 })
    expect(courseAt(slow.course, 9)).toEqual({ share: 0.6, lower: null, upper: null })
    expect(courseAt(slow.course, -1)).toBeNull()
  })

  it('knows the days on which anything was looked at', () => {
    const other = treatment('y', 0, null, null, { course: { days: [4, 21], shares: [], lower: [], upper: [] } })
    expect(lookDays([slow, other])).toEqual([0, 4, 9, 21])
  })
})

describe('every index', () => {
  it('has a meaning, once', () => {
    expect(new Set(INDEX_ROWS.map((r) => r.key)).size).toBe(INDEX_ROWS.length)
    expect(INDEX_ROWS.filter((r) => !r.meaning || !r.name)).toEqual([])
  })
})

describe('the next trial', () => {
  const made = { lot: 4, asks: 'dose', question: 'How long?', copy_of: null, dishes: null, treatments: [] }
  const query = (more: object) => asQuery({ ...made, ...more } as unknown as Parameters<typeof asQuery>[0])

  it('is opened with what was made ready', () => {
    expect(query({ copy_of: 7, dishes: 6 })).toEqual({ lot: '4', asks: 'dose', question: 'How long?', copy: '7', dishes: '6' }) // prettier-ignore
  })

  it('brings its treatments, and their doses where there are any', () => {
    const treatments = [
      { name: 'none', recipe: null, is_control: true, dose: 0, dose_unit: '' },
      { name: '4 weeks', recipe: 9, is_control: false, dose: 28, dose_unit: 'd' },
    ]
    expect(query({ treatments })).toMatchObject({ name: ['none', '4 weeks'], recipe: ['', '9'], control: ['yes', ''], dose: ['0', '28'], unit: 'd' }) // prettier-ignore
    const plain = query({ treatments: treatments.map((t) => ({ ...t, dose: null })) })
    expect(plain).not.toHaveProperty('dose')
  })
})
