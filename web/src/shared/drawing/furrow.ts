import type { Schemas } from '@/shared/api/http'

export interface FurrowStretch {
  kind: Schemas['StepKind']
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

type Texture = 'chill' | 'warm' | 'soak' | 'scarify' | 'smoke' | 'acid'

/** Each kind of step has a colour and a texture; the word stands beside it. */
export const TEXTURES: Readonly<Record<Schemas['StepKind'], Texture>> = {
  cold_moist: 'chill',
  warm_moist: 'warm',
  after_ripening: 'warm',
  heat_pulse: 'warm',
  cold_water: 'chill',
  outdoors: 'chill',
  sow: 'scarify',
  soak: 'soak',
  rinse: 'soak',
  hot_water: 'soak',
  nick: 'scarify',
  sandpaper: 'scarify',
  smoke_water: 'smoke',
  acid: 'acid',
}

/** Steps of minutes or hours would vanish on an axis of days: they get a mark of a few pixels instead. */
export const LEAST_WIDTH = 9

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
