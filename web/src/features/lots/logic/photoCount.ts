import type { PhotoFound } from '@/shared/api/photos'
import type { Schemas } from '@/shared/api/http'
import { nearest } from '@/shared/drawing/zoomed'

export type CutState = Schemas['CutState']

/** A seed's mark as shares of the picture; `thing` is the found thing that it belongs to, none where a person set it. */
export interface Mark {
  x: number
  y: number
  thing: number | null
  state: CutState | null
}

export interface Spot {
  x: number
  y: number
}

/** What a person decided in a photo: its marks, and the things that were looked at. */
export interface Decided {
  marks: Mark[]
  settled: number[]
}

/** The marks that were found, before anybody looked. */
export const foundMarks = (found: PhotoFound): Decided => ({
  marks: found.things.flatMap((t, thing) =>
    t.seeds ? t.places.map(([x, y]) => ({ x: x ?? 0, y: y ?? 0, thing, state: null })) : [],
  ),
  settled: [],
})

const settle = (settled: number[], thing: number | null) =>
  thing === null || settled.includes(thing) ? settled : [...settled, thing]

/** The thing without a mark that is nearest to a place within reach, such as what was taken for chaff. */
function bareThingAt(found: PhotoFound, decided: Decided, place: Spot, reach: number, tall: number): number | null {
  const marked = new Set(decided.marks.map((m) => m.thing))
  const bare = found.things.map((_, i) => i).filter((i) => !marked.has(i))
  const at = nearest(
    bare.map((i) => middleOf(found, i)),
    place,
    reach,
    tall,
  )
  return at === null ? null : (bare[at] ?? null)
}

/** A tap while counting: on a mark it takes it away, elsewhere it sets one. */
export function toggled(found: PhotoFound, decided: Decided, place: Spot, reach: number, tall: number): Decided {
  const at = nearest(decided.marks, place, reach, tall)
  if (at !== null) {
    const thing = decided.marks[at]!.thing
    return { marks: decided.marks.filter((_, i) => i !== at), settled: settle(decided.settled, thing) }
  }
  const thing = bareThingAt(found, decided, place, reach, tall)
  return {
    marks: [...decided.marks, { ...place, thing, state: null }],
    settled: settle(decided.settled, thing),
  }
}

const NEXT: Record<CutState | 'none', CutState> = { none: 'full', full: 'empty', empty: 'eaten', eaten: 'full' }

/** A tap on cut seed: full, empty, eaten and full again; a tap beside all marks sets a full one. */
export function turned(decided: Decided, place: Spot, reach: number, tall: number): Decided {
  const at = nearest(decided.marks, place, reach, tall)
  if (at === null) return { ...decided, marks: [...decided.marks, { ...place, thing: null, state: 'full' }] }
  const marks = decided.marks.map((m, i) => (i === at ? { ...m, state: NEXT[m.state ?? 'none'] } : m))
  return { marks, settled: settle(decided.settled, decided.marks[at]!.thing) }
}

/** All seeds that nobody judged yet are full. */
export const restFull = (decided: Decided): Decided => ({
  ...decided,
  marks: decided.marks.map((m) => ({ ...m, state: m.state ?? 'full' })),
})

/** So many seeds in a thing, its marks kept where they fit; further ones stand around its middle. */
export function numbered(found: PhotoFound, decided: Decided, thing: number, seeds: number): Decided {
  const mine = decided.marks.filter((m) => m.thing === thing).slice(0, seeds)
  const middle = middleOf(found, thing)
  const out = 6 / found.width
  const more = Array.from({ length: seeds - mine.length }, (_, i) => {
    const turn = ((mine.length + i) * 2 * Math.PI) / Math.max(2, seeds)
    const lone = seeds === 1
    return {
      x: middle.x + (lone ? 0 : out * Math.cos(turn)),
      y: middle.y + (lone ? 0 : (out * Math.sin(turn) * found.width) / found.height),
      thing,
      state: null,
    }
  })
  return {
    marks: [...decided.marks.filter((m) => m.thing !== thing), ...mine, ...more],
    settled: settle(decided.settled, thing),
  }
}

/** Things that a person should still look at, the most doubtful first. */
export const stillDoubtful = (found: PhotoFound, decided: Decided) =>
  found.doubtful.filter((thing) => !decided.settled.includes(thing))

export function middleOf(found: PhotoFound, thing: number): Spot {
  const places = found.things[thing]?.places ?? []
  const mean = (n: 0 | 1) => places.reduce((sum, p) => sum + (p[n] ?? 0), 0) / Math.max(1, places.length)
  return { x: mean(0), y: mean(1) }
}

/** How many seeds a thing has now. */
export const seedsIn = (decided: Decided, thing: number) => decided.marks.filter((m) => m.thing === thing).length

/** Cut seed by what it is inside, and those that nobody judged. */
export function tallied(marks: readonly Mark[]) {
  const count = (state: CutState | null) => marks.filter((m) => m.state === state).length
  return { full: count('full'), empty: count('empty'), eaten: count('eaten'), open: count(null) }
}
