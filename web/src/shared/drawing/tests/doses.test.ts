import { describe, expect, it } from 'vitest'
import { doseScale, lotColours } from '../doses'

describe('the axis of doses', () => {
  it('counts a series of weeks in weeks', () => {
    expect(doseScale(84, 'd', 640)).toEqual({ words: 'weeks', size: 7, marks: [0, 14, 28, 42, 56, 70, 84] })
    expect(doseScale(56, 'd', 300).marks).toEqual([0, 14, 28, 42, 56])
  })

  it('counts short series in their own unit', () => {
    expect(doseScale(10, 'd', 640)).toMatchObject({ words: 'days', size: 1 })
    expect(doseScale(24, 'h', 640).marks).toEqual([0, 5, 10, 15, 20])
    expect(doseScale(60, 'min', 640)).toMatchObject({ words: 'minutes', marks: [0, 10, 20, 30, 40, 50, 60] })
  })

  it('never crowds the marks', () => {
    for (const largest of [3, 17, 90, 365]) expect(doseScale(largest, 'd', 390).marks.length).toBeLessThanOrEqual(8)
  })
})

describe('colours of lots', () => {
  it('gives each lot one colour, in the order in which they were counted', () => {
    const found = lotColours([{ lot_code: 'A' }, { lot_code: 'B' }, { lot_code: 'A' }])
    expect([...found]).toEqual([
      ['A', 'var(--chill)'],
      ['B', 'var(--warm)'],
    ])
  })
})
