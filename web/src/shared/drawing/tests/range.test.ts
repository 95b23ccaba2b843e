import { describe, expect, it } from 'vitest'
import { marks, moved, rulerEnd, snap } from '../range'

describe('a range on its ruler', () => {
  it('has room beyond its longest handle', () => {
    expect(rulerEnd({ min: 28, target: 56, max: 70 })).toBeCloseTo(91)
    expect(rulerEnd({ min: null, target: 0, max: null })).toBe(4)
  })

  it('moves in round numbers that suit its length', () => {
    expect(snap(4)).toBe(1)
    expect(snap(91)).toBe(5)
    expect(snap(91, true)).toBe(7)
    expect(snap(10, true)).toBe(1)
    expect(snap(100_000)).toBe(100)
    expect(marks(91, true, 7)).toEqual([0, 14, 28, 42, 56, 70, 84])
    expect(marks(62, false, 7)).toEqual([0, 10, 20, 30, 40, 50, 60])
  })

  it('keeps its order when a handle is moved past another', () => {
    const range = { min: 28, target: 56, max: 70 }
    expect(moved(range, 'target', 84)).toEqual({ min: 28, target: 84, max: 84 })
    expect(moved(range, 'target', 14)).toEqual({ min: 14, target: 14, max: 70 })
    expect(moved(range, 'min', 77)).toEqual({ min: 77, target: 77, max: 77 })
    expect(moved(range, 'max', 20)).toEqual({ min: 20, target: 20, max: 20 })
    expect(moved({ min: null, target: 5, max: null }, 'target', -3)).toEqual({ min: null, target: 0, max: null })
  })
})
