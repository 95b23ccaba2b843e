import { describe, expect, it } from 'vitest'
import { cells, dishSentence, pictureOf, pipRadius, pipStates, scatter, spiral, type DishPicture } from '../dish'
import { stacked } from '../pips'

const dish: DishPicture = { sown: 25, germinated: 4, fresh: 2, abnormal: 1, rotted: 3, lost: 1, empty: 2 }
const tally = (states: readonly string[]) => {
  const counts: Record<string, number> = {}
  for (const state of states) counts[state] = (counts[state] ?? 0) + 1
  return counts
}

describe('the drawing of a dish', () => {
  it('has a place for each seed, all inside, none over another', () => {
    for (const count of [1, 25, 100, 400]) {
      const places = spiral(count)
      expect(places).toHaveLength(count)
      const nearest = (p: { x: number; y: number }, i: number) =>
        Math.min(...places.filter((_, j) => j !== i).map((q) => Math.hypot(p.x - q.x, p.y - q.y)))
      expect(places.every((p) => Math.hypot(p.x, p.y) + pipRadius(count) < 1)).toBe(true)
      expect(places.every((p, i) => nearest(p, i) > pipRadius(count))).toBe(true)
    }
  })

  it('draws a tray as rows of cells that touch and fill the square', () => {
    const { places, side } = cells(24)
    expect(places).toHaveLength(24)
    expect(new Set(places.map((p) => p.x.toFixed(6))).size).toBe(5)
    expect((places[1]?.x ?? 0) - (places[0]?.x ?? 0)).toBeCloseTo(side)
  })

  it('shows each kind as often as it was counted', () => {
    expect(tally(pipStates(dish))).toEqual({ waiting: 12, germinated: 4, fresh: 2, abnormal: 1, rotted: 3, lost: 1, empty: 2 }) // prettier-ignore
  })

  it('keeps the tapped places for the new ones, and moves no other pip', () => {
    const places = [20, 3]
    const states = pipStates(dish, places)
    expect(places.map((p) => states[p])).toEqual(['fresh', 'fresh'])
    expect(tally(states)).toEqual(tally(pipStates(dish)))
  })

  it('never draws more than was sown', () => {
    expect(pipStates({ ...dish, sown: 5 })).toHaveLength(5)
  })

  it('scatters the same way at every look', () => {
    expect(scatter(25)).toEqual(scatter(25))
    expect([...scatter(25)].sort((a, b) => a - b)).toEqual(Array.from({ length: 25 }, (_, i) => i))
  })

  it('is one sentence for a screen reader', () => {
    expect(dishSentence(dish)).toBe('6 of 25 germinated, 2 new, 1 abnormal, 3 rotted, 1 lost, 2 empty')
    expect(dishSentence({ sown: 10, germinated: 0, fresh: 0, abnormal: 0, rotted: 0, lost: 0, empty: 0 })).toBe('0 of 10 germinated') // prettier-ignore
  })

  it('takes the new ones out of those that the server counts as germinated', () => {
    const { fresh, germinated } = pictureOf({ sown: 25, germinated: 6, new: 2, abnormal: 0, rotted: 0, lost: 0, empty: 0 }) // prettier-ignore
    expect([germinated, fresh]).toEqual([4, 2])
  })
})

describe('pips in columns', () => {
  it('lie on the lowest free level, at most half a pip from their place', () => {
    const placed = stacked([10, 11, 4, 30], 8)
    expect(placed).toEqual([{ x: 8, level: 0 }, { x: 8, level: 1 }, { x: 8, level: 2 }, { x: 32, level: 0 }]) // prettier-ignore
  })
})
