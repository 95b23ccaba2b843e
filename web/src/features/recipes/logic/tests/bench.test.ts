import { describe, expect, it } from 'vitest'
import { datesOf, nameFor, reordered } from '../bench'
import { usualStep } from '../steps'

const soak = usualStep('soak')
const warm = { ...usualStep('warm_moist'), duration: '28' }
const cold = usualStep('cold_moist')

describe('the dates of a recipe', () => {
  it('run on from a start, and back from a sowing day', () => {
    expect(datesOf([soak, warm, cold], 'start', '2026-11-29')).toEqual({
      begins: ['2026-11-29', '2026-11-30', '2026-12-28'],
      sown: '2027-02-22',
    })
    expect(datesOf([soak, warm, cold], 'sow', '2027-02-22')?.begins[0]).toBe('2026-11-29')
  })

  it('are on one day where nothing takes days, and none without a day', () => {
    expect(datesOf([usualStep('nick')], 'start', '2026-11-29')).toEqual({ begins: ['2026-11-29'], sown: '2026-11-29' })
    expect(datesOf([cold], 'start', '')).toBeNull()
  })
})

describe('a name proposed', () => {
  it('says the steps in their order', () => {
    expect(nameFor([usualStep('nick'), cold])).toBe('nick, then 8 weeks cold, damp sand')
    expect(nameFor([])).toBe('')
  })
})

describe('reordered', () => {
  it('moves one member', () => {
    expect(reordered(['a', 'b', 'c'], 2, 0)).toEqual(['c', 'a', 'b'])
    expect(reordered(['a', 'b', 'c'], 0, 1)).toEqual(['b', 'a', 'c'])
  })
})
