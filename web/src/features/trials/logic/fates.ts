import type { Schemas } from '@/shared/api/http'
import { FATE_ROWS } from '@/shared/kinds'

export type Fate = Schemas['ClosingFate']
/** What is typed at a closing; an empty field was not checked. */
export type Fates = Record<Fate, string>

export const FATES: readonly Fate[] = FATE_ROWS.map((f) => f.kind)

const each = <T>(value: (fate: Fate) => T) => Object.fromEntries(FATES.map((f) => [f, value(f)])) as Record<Fate, T>

export const noFates = (): Fates => each(() => '')

export const fatesIn = (typed: Fates): Record<Fate, number> => each((f) => Number(typed[f]) || 0)

/** Seeds whose fate was typed. */
export const foundIn = (typed: Fates): number => Object.values(fatesIn(typed)).reduce((a, b) => a + b, 0)

/** Seeds of each fate in words: `3 fresh, 0 hard`. */
export const fatesSaid = (counts: Partial<Record<Fate, unknown>>): string =>
  FATE_ROWS.map((f) => `${Number(counts[f.kind]) || 0} ${f.short}`).join(', ')
