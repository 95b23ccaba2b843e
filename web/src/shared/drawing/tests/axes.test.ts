import { describe, expect, it } from 'vitest'
import { calendar, straight, upwards } from '../axes'
import { laidOut } from '../furrow'

describe('scales', () => {
  it('run straight, upwards for shares, and bear a domain of one value', () => {
    expect(straight([0, 10], [20, 120])(5)).toBe(70)
    expect(upwards(100, 0)(0.25)).toBe(75)
    expect(Number.isFinite(straight([3, 3], [0, 50])(3))).toBe(true)
  })

  it('of a calendar place days, moments within their day, and say which day a pixel is', () => {
    const scale = calendar('2027-01-01', '2027-01-11', [0, 100])
    expect([scale.x('2027-01-06'), scale.perDay, scale.dayAt(50)]).toEqual([50, 10, '2027-01-06'])
    expect(scale.x('2027-01-06T12:00:00')).toBeCloseTo(55)
  })

  it('mark months as many as can be read, with the year at each January', () => {
    const words = (width: number) =>
      calendar('2026-11-15', '2027-04-15', [0, width])
        .months()
        .map((m) => m.words)
    expect(words(800)).toEqual(['Dec', 'Jan 2027', 'Feb', 'Mar', 'Apr'])
    expect(words(200).length).toBeLessThan(5)
  })
})

describe('stretches in pixels', () => {
  const x = (day: number) => 100 + day
  const stretch = (startDay: number, endDay: number) => ({ texture: 'chill' as const, words: '', startDay, endDay })

  it('push earlier ones on where a short one needs its mark, and keep a gap between them', () => {
    const [long, short] = laidOut([stretch(-50, -0.01), stretch(-0.01, 0)], x)
    expect([short?.left, short?.wide, (long?.left ?? 0) + (long?.wide ?? 0)]).toEqual([91, 9, 91])
    const [first, second] = laidOut([stretch(-60, -40), stretch(-20, 0)], x)
    expect([first?.left, first?.wide, second?.left]).toEqual([40, 20, 80])
  })
})
