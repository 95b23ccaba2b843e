/** What is typed at a closing; an empty field was not checked. */
export const FATES = ['fresh', 'hard', 'empty', 'dead'] as const
export type Fate = (typeof FATES)[number]
export type Fates = Record<Fate, string>

export const noFates = (): Fates => ({ fresh: '', hard: '', empty: '', dead: '' })

export const fatesIn = (typed: Fates): Record<Fate, number> =>
  Object.fromEntries(FATES.map((f) => [f, Number(typed[f]) || 0])) as Record<Fate, number>

/** Seeds whose fate was typed. */
export const foundIn = (typed: Fates): number => Object.values(fatesIn(typed)).reduce((a, b) => a + b, 0)
