import { describe, expect, it } from 'vitest'
import { ridgePath } from '../ridge'
import { cellsOf, columnsOf } from '../tray'

const points = (path: string) =>
  path
    .slice(1, -1)
    .split('L')
    .map((p) => p.split(' ').map(Number) as [number, number])

describe('a ridge', () => {
  it('is highest at the share and as wide as its interval on each side', () => {
    const drawn = points(ridgePath({ share: 0.5, lower: 0.4, upper: 0.8 }, 100, 20))
    const top = drawn.reduce((a, b) => (b[1] < a[1] ? b : a))
    expect(Math.abs(top[0] - 50)).toBeLessThan(2)
    // the upper side is three times as wide as the lower one
    expect(50 - drawn[0]![0]).toBeLessThan(drawn.at(-1)![0] - 50)
    expect(drawn.every(([x, y]) => x >= 0 && x <= 100 && y >= 0 && y <= 20)).toBe(true)
  })

  it('can be seen where nothing germinated, and stays on its axis', () => {
    const drawn = points(ridgePath({ share: 0, lower: 0, upper: 0 }, 100, 20))
    expect(drawn[0]![0]).toBe(0)
    expect(drawn.at(-1)![0]).toBeGreaterThan(1)
  })
})

describe('cells of a tray', () => {
  it('are as many full and doubled as a plan expects, spread over the tray', () => {
    const cells = cellsOf(60, 30, 12)
    expect(cells.filter((c) => c === 'empty')).toHaveLength(30)
    expect(cells.filter((c) => c === 'several')).toHaveLength(12)
    // each third of the tray has its part
    for (const part of [0, 20, 40])
      expect(Math.abs(cells.slice(part, part + 20).filter((c) => c !== 'empty').length - 10)).toBeLessThan(3)
  })

  it('never hold more than there are', () => {
    expect(cellsOf(4, 9, 9).every((c) => c === 'several')).toBe(true)
    expect([columnsOf(1), columnsOf(60)]).toEqual([2, 11])
  })
})
