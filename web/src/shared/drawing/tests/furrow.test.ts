import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api/http'
import { ridge } from '../furrow'
import { furrowLabel, furrowPicture, stepSentence, stepsLabel } from '../furrowOf'

const view = {
  name: 'long cold',
  steps: [{ kind: 'cold_moist', duration: 84, unit: 'd', medium: 'sand', start_day: -84, end_day: 0 }],
  course: [{ day: 0, share: 0 }, { day: 7, share: 0.4 }],
  look_days: [0, 7, 31],
  share: 0.4, lower: 0.3, upper: 0.5, germinated: 40, sown: 100,
} as unknown as Schemas['FurrowView'] // prettier-ignore

describe('a step in words', () => {
  it('says what, how long, and in what', () => {
    expect(stepSentence({ kind: 'cold_moist', duration: 84, medium: 'sand' })).toBe('cold, damp sand, 12 weeks')
    expect(stepSentence({ kind: 'acid', duration: 15, unit: 'min' })).toBe('acid, 15 min')
    expect(stepSentence({ kind: 'nick' })).toBe('nick')
    expect(stepsLabel([])).toBe('sown untreated')
  })

  it('counts cycles where the kind is counted so', () => {
    expect(stepSentence({ kind: 'freeze_thaw', duration: 12, medium: 'sand' })).toBe('freeze and thaw, 12 cycles')
    expect(stepSentence({ kind: 'freeze_thaw', duration: 1 })).toBe('freeze and thaw, 1 cycle')
  })
})

describe('a furrow', () => {
  it('reaches to the last look where that is later than the planned length', () => {
    expect(furrowPicture(view, 10, 28).endDay).toBe(31)
    expect(furrowPicture(view, 10, 60).endDay).toBe(60)
  })

  it('can be drawn without its steps', () => {
    expect(furrowPicture(view, null, 28).steps[0]).toMatchObject({ words: 'cold, damp sand, 12 weeks', startDay: -84 })
    expect(furrowPicture(view, null, 28, false).steps).toEqual([])
  })

  it('is one sentence for a screen reader', () => {
    expect(furrowLabel(view)).toBe('long cold: cold, damp sand, 12 weeks; 40 of 100 up, 40 %, likely between 30–50 %')
    expect(furrowLabel({ ...view, share: null })).toBe('long cold: cold, damp sand, 12 weeks; not sown yet')
  })

  it('draws a course straight between looks, and nothing without one', () => {
    expect(ridge(view.course, (d) => d * 10, (s) => 100 - 100 * s)).toBe('M0.0 100.0L70.0 60.0') // prettier-ignore
    expect(ridge([], Number, Number)).toBe('')
  })
})
