import { describe, expect, it } from 'vitest'
import type { Recipe } from '../../api'
import { groupOf, lengthOf, speaksOf, stretches } from '../groups'

const steps = (...all: [Recipe['steps'][number]['kind'], number, ('d' | 'h' | 'min')?][]) =>
  all.map(([kind, duration, unit = 'd']) => ({ kind, duration, unit })) as Recipe['steps']

describe('groupOf', () => {
  it('says what the steps open', () => {
    expect(groupOf(steps(['cold_moist', 56]))).toBe('cold')
    expect(groupOf(steps(['soak', 24, 'h'], ['cold_moist', 56]))).toBe('cold')
    expect(groupOf(steps(['nick', 0]))).toBe('coat')
    expect(groupOf(steps(['acid', 30, 'min'], ['rinse', 10, 'min'], ['cold_moist', 56]))).toBe('coat_cold')
    expect(groupOf(steps(['warm_moist', 56], ['cold_moist', 84]))).toBe('warm_cold')
    expect(groupOf(steps(['cold_moist', 56], ['warm_moist', 7]))).toBe('cold')
    expect(groupOf(steps(['smoke_water', 12, 'h']))).toBe('smoke')
    expect(groupOf(steps(['sow', 0]))).toBe('other')
    expect(groupOf([])).toBe('other')
  })
})

describe('stretches', () => {
  it('lays the steps before sowing, the last one up to it', () => {
    const laid = stretches(steps(['soak', 24, 'h'], ['warm_moist', 28], ['cold_moist', 56]))
    expect(laid.map((s) => [s.start_day, s.end_day])).toEqual([
      [-85, -84],
      [-84, -56],
      [-56, 0],
    ])
    expect(lengthOf(steps(['nick', 0]))).toBe(0)
  })
})

describe('speaksOf', () => {
  it('finds each word in the name, the note or the steps', () => {
    const recipe = { name: '8 weeks cold', note: 'for wild seed', source: '', steps: steps(['smoke_water', 4, 'h']) }
    expect(speaksOf(recipe as unknown as Recipe, 'Cold wild')).toBe(true)
    expect(speaksOf(recipe as unknown as Recipe, 'smoke')).toBe(true)
    expect(speaksOf(recipe as unknown as Recipe, 'acid cold')).toBe(false)
    expect(speaksOf(recipe as unknown as Recipe, '')).toBe(true)
  })
})
