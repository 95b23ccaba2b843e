import type { Schemas } from '@/shared/api/http'

export interface FurrowStretch {
  texture: Schemas['StepTexture']
  words: string
  startDay: number
  endDay: number
}

/** What the drawing of a furrow needs; days count from sowing. `todayDay` null: no today line. */
export interface FurrowPicture {
  steps: FurrowStretch[]
  course: { day: number; share: number }[]
  lookDays: number[]
  todayDay: number | null
  /** Over: all solid, no today line. */
  ended?: boolean
  endDay: number
}

/** Steps of minutes or hours would vanish on an axis of days: they get a mark of a few pixels instead. */
export const LEAST_WIDTH = 9

export interface LaidStretch extends FurrowStretch {
  left: number
  wide: number
}

/** Stretches in pixels, laid back from where the last one ends, so that a mark of a few pixels pushes the earlier ones on. */
export function laidOut<S extends FurrowStretch>(
  steps: readonly S[],
  x: (day: number) => number,
): (S & { left: number; wide: number })[] {
  let right = Infinity
  return [...steps]
    .reverse()
    .map((s) => {
      const wide = Math.max(x(s.endDay) - x(s.startDay), LEAST_WIDTH)
      const left = Math.min(right, x(s.endDay)) - wide
      right = left
      return { ...s, left, wide }
    })
    .reverse()
}

/** The course as an outline from the soil: straight between looks, flat to the last one. */
export function ridge(
  course: FurrowPicture['course'],
  x: (day: number) => number,
  y: (share: number) => number,
): string {
  if (!course.length) return ''
  const points = course.map((p) => `${x(p.day).toFixed(1)} ${y(p.share).toFixed(1)}`)
  return `M${points.join('L')}`
}
