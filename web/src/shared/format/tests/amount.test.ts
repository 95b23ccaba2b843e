import { describe, expect, it } from 'vitest'
import type { Stock } from '@/shared/api/types'
import { amountLine, amountWords } from '../amount'
import { inUnit, ticks, unitFor } from '../timescale'

const stock = (more: Partial<Stock>) =>
  ({ seeds: null, se_seeds: null, estimated: false, doubt: null, unconverted: null, unconverted_unit: null, ...more }) as Stock // prettier-ignore

describe('an amount', () => {
  it('that was counted is a plain number', () => {
    expect(amountLine(stock({ seeds: 1200 }))).toEqual({ main: '1,200', doubt: 'seeds left, counted' })
  })

  it('that is an estimate says so, with its error', () => {
    const estimate = stock({ seeds: 1008, se_seeds: 82, estimated: true })
    expect(amountWords(estimate)).toBe('≈ 1,008 ± 161')
    expect(amountLine(estimate).doubt).toBe('seeds left')
  })

  it('whose error is not known says that too', () => {
    const guess = stock({ seeds: 500, estimated: true, doubt: 'guessed' })
    expect(amountWords(guess)).toBe('≈ 500 ± ?')
    expect(amountLine(guess).doubt).toBe('seeds left; guessed, its error is not known')
  })

  it('of grams that nobody turned into seeds stays grams', () => {
    const bag = stock({ unconverted: 12.5, unconverted_unit: 'g', doubt: 'not_converted' }) // prettier-ignore
    expect(amountLine(bag)).toEqual({ main: '12.5 g', doubt: 'not yet converted to seeds' })
  })

  it('that nobody measured is called that, never 0', () => {
    expect(amountLine(stock({}))).toEqual({ main: 'not measured', doubt: 'This lot has not been counted, weighed or scooped.' }) // prettier-ignore
  })
})

describe('an axis of time', () => {
  it('is read in hours for fluff and in months for the slowest', () => {
    expect([0.125, 4, 28, 70, 120, 211, 430].map((d) => unitFor(d).name)).toEqual(['hours', 'hours', 'days', 'days', 'weeks', 'months', 'months']) // prettier-ignore
    expect(inUnit(14, unitFor(100))).toBe(2)
  })

  it('has round ticks, at most about seven', () => {
    expect(ticks(0, 42, unitFor(42))).toEqual([0, 7, 14, 21, 28, 35, 42])
    expect(ticks(-3, 6, unitFor(9))).toEqual([-2, 0, 2, 4, 6])
    for (const days of [0.1, 1, 5, 33, 90, 400, 900]) {
      const found = ticks(0, days, unitFor(days))
      expect(found.length).toBeGreaterThan(1)
      expect(found.length).toBeLessThan(10)
    }
  })
})
