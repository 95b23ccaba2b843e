import { describe, expect, it } from 'vitest'
import { bounded, inFrame, inPicture, WHOLE, zoomedAt } from '../zoomed'

const picture = { width: 4000, height: 3000 }
const frame = { width: 400, height: 600 }

describe('a picture in its frame', () => {
  it('a place of the picture and a pixel of the frame are each other’s', () => {
    for (const view of [WHOLE, { zoom: 3, x: 0.4, y: 0.6 }]) {
      const px = inFrame({ x: 0.25, y: 0.7 }, view, picture, frame)
      const back = inPicture(px, view, picture, frame)
      expect(back.x).toBeCloseTo(0.25)
      expect(back.y).toBeCloseTo(0.7)
    }
  })

  it('what is under the fingers stays there while it grows', () => {
    const px = { x: 300, y: 320 }
    const start = { zoom: 3, x: 0.5, y: 0.5 }
    const before = inPicture(px, start, picture, frame)
    const after = inPicture(px, zoomedAt(start, 1.5, px, picture, frame), picture, frame)
    expect(after.x).toBeCloseTo(before.x)
    expect(after.y).toBeCloseTo(before.y)
  })

  it('is never smaller than the frame shows whole, nor moved out of it', () => {
    expect(bounded({ zoom: 0.2, x: 3, y: -1 }, picture, frame)).toEqual({ zoom: 1, x: 0.5, y: 0.5 })
    const far = bounded({ zoom: 4, x: 2, y: 2 }, picture, frame)
    expect(inFrame({ x: 1, y: 1 }, far, picture, frame).x).toBeCloseTo(400)
    expect(inFrame({ x: 1, y: 1 }, far, picture, frame).y).toBeCloseTo(600)
  })
})
