import { describe, expect, it } from 'vitest'
import { dayExample, readDay, readMoment, type DayOf } from '../dayText'

// a Monday
const today = new Date(2026, 10, 30, 9)
const read = (typed: string, order: 'dmy' | 'mdy' | 'ymd' = 'dmy', of: DayOf = 'event') =>
  readDay(typed, { order, today, of })

describe('readDay', () => {
  it('reads numbers in the date order of the user', () => {
    expect(read('12 8')).toBe('2026-08-12')
    expect(read('12 8', 'mdy')).toBe('2025-12-08')
    expect(read('8/12', 'mdy')).toBe('2026-08-12')
    expect(read('12.8.24')).toBe('2024-08-12')
    expect(read('8-12-2024', 'mdy')).toBe('2024-08-12')
    expect(read('24 8 12', 'ymd')).toBe('2024-08-12')
    expect(read('8 12', 'ymd')).toBe('2026-08-12')
    expect(read('2024-08-12', 'mdy')).toBe('2024-08-12')
  })

  it('takes the latest year that is past for an event, and the next for a plan', () => {
    expect(read('30 11')).toBe('2026-11-30')
    expect(read('1 12')).toBe('2025-12-01')
    expect(read('1 12', 'dmy', 'plan')).toBe('2026-12-01')
    expect(read('29 11', 'dmy', 'plan')).toBe('2027-11-29')
    expect(read('29 2')).toBe('2024-02-29')
    expect(read('29 feb', 'dmy', 'plan')).toBe('2028-02-29')
  })

  it('reads months by name, in any order', () => {
    for (const typed of ['12 aug', 'Aug 12', '12. August 2026', 'august 12, 2026', '2026 Aug 12'])
      expect(read(typed)).toBe('2026-08-12')
    expect(read('3 September')).toBe('2026-09-03')
  })

  it('reads days that are near', () => {
    expect(read('yesterday')).toBe('2026-11-29')
    expect(read('Today')).toBe('2026-11-30')
    expect(read('tomorrow')).toBe('2026-12-01')
    expect(read('3 days ago')).toBe('2026-11-27')
    expect(read('in 2 weeks')).toBe('2026-12-14')
    expect(read('sunday')).toBe('2026-11-29')
    expect(read('Mon')).toBe('2026-11-30')
    expect(read('sunday', 'dmy', 'plan')).toBe('2026-12-06')
    expect(read('mon', 'dmy', 'plan')).toBe('2026-11-30')
  })

  it('takes nothing that is no day', () => {
    for (const typed of [
      '',
      '12',
      '31 2',
      '12 13',
      '99 99',
      'soon',
      '12 foo',
      '1 2 3 4',
      '12 aug 20266',
      'aug',
      '30 2 2026',
      'ma 3',
    ])
      expect(read(typed), typed).toBeNull()
  })
})

describe('readMoment', () => {
  const at = (typed: string) => readMoment(typed, { order: 'dmy', today, of: 'event' }, '07:30')

  it('reads a time behind the day, and keeps the one that was where there is none', () => {
    expect(at('12 8 14:05')).toBe('2026-08-12T14:05')
    expect(at('yesterday, 9:15')).toBe('2026-11-29T09:15')
    expect(at('12 aug 2026 2:05 pm')).toBe('2026-08-12T14:05')
    expect(at('12 aug 12:05 am')).toBe('2026-08-12T00:05')
    expect(at('12 8')).toBe('2026-08-12T07:30')
    expect(at('12.08.26')).toBe('2026-08-12T07:30')
    expect(at('14:00')).toBe('2026-11-30T14:00')
  })

  it('takes no impossible time', () => {
    for (const typed of ['12 8 25:00', '12 8 14:75', '12 8 14:05 pm', 'soon 14:00']) expect(at(typed), typed).toBeNull()
  })
})

describe('dayExample', () => {
  it('is a day that can be typed again', () => {
    for (const order of ['dmy', 'mdy', 'ymd'] as const)
      expect(readDay(dayExample(order, '2026-08-12'), { order, today, of: 'event' })).toBe('2026-08-12')
  })
})
