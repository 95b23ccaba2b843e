import { describe, expect, it } from 'vitest'
import type { StepRequest } from '../../api'
import { furtherDose, proposedDoses } from '../doses'
import { changesBetween } from '../versions'

const cold: StepRequest = { kind: 'cold_moist', duration: 56, unit: 'd', temperature_c: 4, medium: 'sand' }

describe('what a version changes', () => {
  it('is said step by step', () => {
    expect(changesBetween([cold], [{ ...cold, duration: 70, temperature_c: 3 }])).toEqual([
      'Step 1, cold, damp sand: 10 weeks instead of 8 weeks; at 3 °C instead of 4 °C.',
    ])
    expect(changesBetween([cold], [{ kind: 'nick' }, cold])).toEqual([
      'Step 1: nick instead of cold, damp sand 8 weeks.',
      'Step 2: cold, damp sand 8 weeks is new.',
    ])
    expect(changesBetween([cold, { kind: 'rinse', duration: 1, unit: 'h' }], [cold])).toEqual(['Step 2: rinse 1 h is left out.']) // prettier-ignore
    expect(changesBetween([cold], [{ ...cold, duration_max: 84 }])).toEqual(['Step 1, cold, damp sand: at most 12 weeks instead of none.']) // prettier-ignore
  })

  it('is nothing where the steps are the same', () => {
    expect(changesBetween([cold], [{ ...cold, note: 'said better' }])).toEqual([])
  })
})

describe('a series of doses', () => {
  it('begins with half, itself and more, in whole weeks, within the maximum', () => {
    expect(proposedDoses({ duration: 56, unit: 'd' })).toEqual([28, 56, 84, 112])
    expect(proposedDoses({ duration: 70, unit: 'd', duration_max: 84 })).toEqual([35, 70, 84])
    expect(proposedDoses({ duration: 30, unit: 'min' })).toEqual([15, 30, 45, 60])
    expect(proposedDoses({ duration: 1, unit: 'h' })).toEqual([0.5, 1, 1.5, 2])
  })

  it('grows by its last gap, up to the maximum and to eight levels', () => {
    expect(furtherDose([28, 56], null)).toBe(84)
    expect(furtherDose([28, 56], 60)).toBe(60)
    expect(furtherDose([28, 56], 56)).toBeNull()
    expect(furtherDose([], null)).toBe(1)
    expect(furtherDose([1, 2, 3, 4, 5, 6, 7], null)).toBeNull()
  })
})
