import { STEP_KINDS } from '@/shared/kinds'
import type { Recipe } from '../api'
import { daysOf } from './groups'

const WEEK = 7
/** Shares of a recipe's own dose that a series tries beside none. */
const SHARES = [0.5, 1, 1.5, 2]
/** As many levels as a series can have beside none. */
export const MOST_DOSES = 7

type Step = Pick<Recipe['steps'][number], 'duration' | 'unit' | 'duration_max'>

/** Which step takes longest, from 0; -1 where none is waited for. That is the one whose dose is varied most. */
export const longestStep = (steps: Recipe['steps']): number =>
  steps.reduce(
    (best, s, i) => (STEP_KINDS[s.kind].waited && (best < 0 || daysOf(s) > daysOf(steps[best]!)) ? i : best),
    -1,
  )

/** Doses to begin with: half of the step's own, itself, and more, in whole weeks where it lasts weeks, never above its maximum. */
export function proposedDoses({ duration = 0, unit, duration_max }: Step): number[] {
  const most = duration_max ?? Infinity
  const inWeeks = (unit ?? 'd') === 'd' && duration >= 2 * WEEK && duration % WEEK === 0
  const grain = inWeeks ? WEEK : duration >= 4 ? 1 : 0.5
  const rounded = SHARES.map((s) => Math.max(grain, Math.round((s * duration) / grain) * grain))
  return sorted(rounded.map((d) => Math.min(d, most)))
}

/** Another dose behind the largest, as far from it as that is from the one before; null where the maximum is reached. */
export function furtherDose(doses: readonly number[], most: number | null | undefined): number | null {
  const last = doses.at(-1) ?? 0
  const gap = last - (doses.at(-2) ?? 0) || 1
  const next = Math.min(last + gap, most ?? Infinity)
  return doses.length < MOST_DOSES && next > last ? next : null
}

/** Each dose once, from the smallest. */
export const sorted = (doses: readonly number[]) => [...new Set(doses)].sort((a, b) => a - b)
