import { describe, expect, it } from 'vitest'
import { wayThrough, type Stop } from '../way'

const SIZE = { width: 400, height: 300, edge: 40 }
const stop = (place_name: string, latitude?: number, longitude = -119): Stop => ({
  place_name,
  km: null,
  stands: [],
  position: latitude === undefined ? null : { latitude, longitude, exact: false },
})

describe('the way through the places of a day', () => {
  it('draws north up, within its edges, in the order of the route', () => {
    const dots = wayThrough([stop('south', 43), stop('north', 44), stop('middle', 43.5)], SIZE)
    expect(dots.map((d) => [d.number, d.name, Math.round(d.y)])).toEqual([
      [1, 'south', 260],
      [2, 'north', 40],
      [3, 'middle', 150],
    ])
    expect(dots.every((d) => d.x === 200)).toBe(true)
  })

  it('keeps one scale: a degree of longitude is shorter than one of latitude', () => {
    const [a, b, c] = wayThrough([stop('a', 43, -119), stop('b', 43, -118.5), stop('c', 43.5, -119)], SIZE)
    expect((b!.x - a!.x) / (a!.y - c!.y)).toBeCloseTo(Math.cos((43.17 * Math.PI) / 180), 2)
  })

  it('keeps the numbers of the route where a place has no position', () => {
    const dots = wayThrough([stop('known', 43), stop('nowhere'), stop('far', 44)], SIZE)
    expect(dots.map((d) => d.number)).toEqual([1, 3])
    expect(wayThrough([stop('nowhere')], SIZE)).toEqual([])
  })

  it('puts a single place into the middle', () => {
    expect(wayThrough([stop('one', 43)], SIZE)[0]).toMatchObject({ x: 200, y: 150 })
  })
})
