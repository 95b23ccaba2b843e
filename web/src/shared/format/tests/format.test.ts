import { beforeEach, describe, expect, it } from 'vitest'
import { dateAsKnown, dateOrder, day, daysBetween, isoDay, moment } from '@/shared/format/dates'
import {
  fixed,
  numberOrNull,
  numbersIn,
  percent,
  percentRange,
  plural,
  pValue,
  seeds,
  times,
  withDoubt,
} from '@/shared/format/numbers'
import { celsius, degrees, degreesBetween, mass, units } from '@/shared/format/units'

beforeEach(() => {
  units.value = 'metric'
  dateOrder.value = 'dmy'
})

describe('numbers', () => {
  it('of a share never turn a few into none, nor nearly all into all', () => {
    expect([0, 0.004, 0.005, 0.5, 0.994, 0.996, 1, null].map(percent)).toEqual(['0', '<1', '1', '50', '99', '>99', '100', '–']) // prettier-ignore
    expect(percentRange(0.123, 0.987)).toBe('12–99 %')
  })

  it('carry their doubt, and say when they are estimates', () => {
    expect([seeds(null, true), seeds(1234, false), seeds(1234, true)]).toEqual(['not measured', '1,234', '≈ 1,234'])
    expect(withDoubt(2390, 61)).toBe('≈ 2,390 ± 120')
    expect(withDoubt(2390, null)).toBe('≈ 2,390')
    expect(withDoubt(40, 5, false)).toBe('40')
  })

  it('that are undefined are a dash, never 0', () => {
    expect([fixed(null), fixed(undefined), pValue(null), fixed(0), pValue(0.0004), pValue(0.0406)]).toEqual(['–', '–', '–', '0.0', '< 0.001', '0.041']) // prettier-ignore
  })

  it('are read as people type them', () => {
    expect([numberOrNull('2,5'), numberOrNull(' '), numberOrNull(null), numberOrNull(0)]).toEqual([2.5, null, null, 0])
    expect(numberOrNull('x')).toBeNaN()
    expect(numbersIn('12 9;14, 3')).toEqual([12, 9, 14, 3])
  })

  it('have their words', () => {
    expect([plural(1, 'dish', 'dishes'), plural(2000, 'dish', 'dishes')]).toEqual(['1 dish', '2,000 dishes'])
    expect([times(1.02), times(0.5), times(4), times(1234)]).toEqual(['as long', '0.5 times as long', '4 times as long', '1,234 times as long']) // prettier-ignore
  })
})

describe('units', () => {
  it('are those of the person, and what is typed in them comes back', () => {
    expect([degrees(20), degreesBetween(10), mass(28.35), mass(1234.5)]).toEqual(['20 °C', '10 °C', '28.4 g', '1235 g'])
    expect(celsius('68')).toBe('68')
    units.value = 'us'
    expect([degrees(20), degreesBetween(10), mass(28.35)]).toEqual(['68 °F', '18 °F', '1 oz'])
    expect([celsius('68'), celsius(''), celsius('warm')]).toEqual(['20', '', 'warm'])
  })
})

describe('dates', () => {
  it('are written in the order of the person', () => {
    expect(day('2026-03-04')).toBe('4 Mar 2026')
    dateOrder.value = 'mdy'
    expect(day('2026-03-04')).toBe('Mar 4, 2026')
    dateOrder.value = 'ymd'
    expect(day('2026-03-04T10:00:00Z')).toBe('2026-03-04')
    expect(moment('2026-03-04T10:05:00')).toBe('2026-03-04 10:05')
  })

  it('are as exact as they are known', () => {
    expect(['day', 'month', 'year'].map((p) => dateAsKnown('2026-03-04', p as 'day'))).toEqual(['4 Mar 2026', 'Mar 2026', '2026']) // prettier-ignore
    expect(dateAsKnown(null, 'day')).toBe('date not known')
  })

  it('are days apart whatever clocks do in between', () => {
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2)
    expect(isoDay(new Date(2026, 0, 5))).toBe('2026-01-05')
  })
})
