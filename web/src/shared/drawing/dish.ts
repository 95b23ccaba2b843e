/** What the drawing of a dish needs. `fresh` came at this look and is not part of `germinated`. */
export interface DishPicture {
  sown: number
  germinated: number
  fresh: number
  abnormal: number
  rotted: number
  lost: number
  empty: number
}

export type PipState = 'waiting' | 'germinated' | 'fresh' | 'abnormal' | 'rotted' | 'lost' | 'empty'

export interface Pip {
  x: number
  y: number
  state: PipState
}

const GOLDEN_ANGLE = Math.PI * (3 - Math.sqrt(5))

/** Places of `count` pips on a sunflower spiral inside a circle of radius 1. */
export function spiral(count: number): { x: number; y: number }[] {
  return Array.from({ length: count }, (_, i) => {
    const r = Math.sqrt((i + 0.5) / count) * 0.86
    return { x: r * Math.cos(i * GOLDEN_ANGLE), y: r * Math.sin(i * GOLDEN_ANGLE) }
  })
}

/** Places of `count` cells of a plug tray, row by row inside the same circle’s square, and the side of one cell. */
export function cells(count: number): { places: { x: number; y: number }[]; side: number } {
  const columns = Math.ceil(Math.sqrt(count))
  const side = 1.8 / columns
  const places = Array.from({ length: count }, (_, i) => ({
    x: -0.9 + (0.5 + (i % columns)) * side,
    y: -0.9 + (0.5 + Math.floor(i / columns)) * side,
  }))
  return { places, side }
}

/** Radius of a pip so that neighbours do not touch. */
export const pipRadius = (count: number) => Math.min(0.1, 0.52 / Math.sqrt(Math.max(count, 1)))

/** A fixed scattering of 0 … count−1: the same for every dish of that size, so that pips do not jump between looks. */
export function scatter(count: number): number[] {
  const order = Array.from({ length: count }, (_, i) => i)
  let seed = 7 + count
  for (let i = count - 1; i > 0; i -= 1) {
    seed = (seed * 1103515245 + 12345) % 2147483648
    const j = seed % (i + 1)
    ;[order[i], order[j]] = [order[j] as number, order[i] as number]
  }
  return order
}

/** The state of each place of the spiral. Places in `taken` are kept for the fresh ones. */
export function pipStates(dish: DishPicture, taken: readonly number[] = []): PipState[] {
  const states = Array.from<PipState>({ length: dish.sown }).fill('waiting')
  const free = scatter(dish.sown).filter((i) => !taken.includes(i))
  for (const place of taken.slice(0, dish.fresh)) states[place] = 'fresh'
  const rest: [PipState, number][] = [
    ['germinated', dish.germinated],
    ['abnormal', dish.abnormal],
    ['rotted', dish.rotted],
    ['lost', dish.lost],
    ['empty', dish.empty],
    ['fresh', Math.max(0, dish.fresh - taken.length)],
  ]
  let next = 0
  for (const [state, count] of rest) {
    for (let n = 0; n < count && next < free.length; n += 1, next += 1) states[free[next] as number] = state
  }
  return states
}

/** The dish in one sentence, for a screen reader. */
export function dishSentence(dish: DishPicture): string {
  const up = dish.germinated + dish.fresh
  const parts = [`${up} of ${dish.sown} germinated`]
  if (dish.fresh) parts.push(`${dish.fresh} new`)
  for (const kind of ['abnormal', 'rotted', 'lost', 'empty'] as const)
    if (dish[kind]) parts.push(`${dish[kind]} ${kind}`)
  return parts.join(', ')
}

/** The picture of a dish as the server sends it: there, `new` is part of `germinated`. */
export function pictureOf(pips: {
  sown: number
  germinated: number
  new: number
  abnormal: number
  rotted: number
  lost: number
  empty: number
}): DishPicture {
  const { new: fresh, germinated, ...rest } = pips
  return { ...rest, germinated: germinated - fresh, fresh }
}
