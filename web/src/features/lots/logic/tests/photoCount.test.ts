import { describe, expect, it } from 'vitest'
import type { PhotoFound } from '@/shared/api/photos'
import { foundMarks, numbered, restFull, seedsIn, stillDoubtful, tallied, toggled, turned } from '../photoCount'

const found: PhotoFound = {
  photo: 1,
  width: 1000,
  height: 500,
  sheet: null,
  seeds: 3,
  se: 0.5,
  things: [
    { places: [[0.2, 0.2]], seeds: 1 },
    {
      places: [
        [0.5, 0.5],
        [0.52, 0.5],
      ],
      seeds: 2,
    },
    { places: [[0.8, 0.8]], seeds: 0 },
  ],
  doubtful: [1, 2],
}
const REACH = 0.016
const TALL = 0.5

describe('marks on a photo', () => {
  it('begins with one mark for each seed that was found, and none on what was taken for something else', () => {
    const start = foundMarks(found)
    expect(start.marks.map((m) => m.thing)).toEqual([0, 1, 1])
    expect(stillDoubtful(found, start)).toEqual([1, 2])
  })

  it('a tap on a mark takes it away and settles its thing; the next tap there sets it again', () => {
    const without = toggled(found, foundMarks(found), { x: 0.201, y: 0.2 }, REACH, TALL)
    expect(without.marks).toHaveLength(2)
    expect(without.settled).toEqual([0])
    const again = toggled(found, without, { x: 0.2, y: 0.2 }, REACH, TALL)
    expect(again.marks.at(-1)).toMatchObject({ thing: 0 })
  })

  it('a tap on what was taken for chaff makes it a seed and settles it; a tap on bare paper belongs to no thing', () => {
    const chaff = toggled(found, foundMarks(found), { x: 0.8, y: 0.81 }, REACH, TALL)
    expect(chaff.marks).toHaveLength(4)
    expect(stillDoubtful(found, chaff)).toEqual([1])
    const paper = toggled(found, foundMarks(found), { x: 0.05, y: 0.9 }, REACH, TALL)
    expect(paper.marks.at(-1)).toMatchObject({ thing: null })
    expect(paper.settled).toEqual([])
  })

  it('a number typed at a clump sets so many marks there and nowhere else', () => {
    for (const n of [0, 1, 3, 5]) {
      const now = numbered(found, foundMarks(found), 1, n)
      expect(seedsIn(now, 1)).toBe(n)
      expect(now.marks).toHaveLength(1 + n)
      expect(stillDoubtful(found, now)).toEqual([2])
      expect(now.marks.every((m) => m.x >= 0 && m.x <= 1 && m.y >= 0 && m.y <= 1)).toBe(true)
    }
  })

  it('a tap reaches as far upwards as sideways on the screen', () => {
    const near = toggled(found, foundMarks(found), { x: 0.2, y: 0.2 + 0.015 / TALL }, REACH, TALL)
    expect(near.marks).toHaveLength(2)
    const far = toggled(found, foundMarks(found), { x: 0.2, y: 0.2 + 0.02 / TALL }, REACH, TALL)
    expect(far.marks).toHaveLength(4)
  })
})

describe('cut seed', () => {
  it('turns from full to empty to eaten and back, and knows what nobody judged', () => {
    let now = foundMarks(found)
    const states = []
    for (let n = 0; n < 4; n++) {
      now = turned(now, { x: 0.2, y: 0.2 }, REACH, TALL)
      states.push(now.marks[0]!.state)
    }
    expect(states).toEqual(['full', 'empty', 'eaten', 'full'])
    expect(tallied(now.marks)).toEqual({ full: 1, empty: 0, eaten: 0, open: 2 })
    expect(tallied(restFull(now).marks)).toEqual({ full: 3, empty: 0, eaten: 0, open: 0 })
  })
})
