import { STEP_KINDS } from '@/shared/kinds'
import type { Recipe } from '../api'

/** What a recipe opens, in the order of the list. */
export const GROUPS = {
  cold: 'Cold',
  coat: 'Seed coat',
  coat_cold: 'Seed coat, then cold',
  warm_cold: 'Warm, then cold',
  smoke: 'Smoke',
  other: 'Other',
} as const
export type Group = keyof typeof GROUPS

type Steps = Recipe['steps']
interface Timed {
  duration?: number | undefined
  unit?: Steps[number]['unit'] | undefined
}

/** What the steps open: the coat, dormancy by cold, by warmth and then cold, or by smoke. */
export function groupOf(steps: Steps): Group {
  const rows = steps.map((s) => STEP_KINDS[s.kind])
  const cold = rows.findIndex((r) => r.cold)
  if (rows.some((r) => r.opens_coat)) return cold >= 0 ? 'coat_cold' : 'coat'
  if (rows.some((r) => r.texture === 'smoke')) return 'smoke'
  if (cold > 0 && rows.slice(0, cold).some((r) => r.texture === 'warm')) return 'warm_cold'
  return cold >= 0 ? 'cold' : 'other'
}

const DAYS = { d: 1, h: 1 / 24, min: 1 / 1440 } as const

/** The steps of a recipe on an axis of days before sowing, the last one ending at 0. */
export function stretches<S extends Timed>(steps: readonly S[]): (S & { start_day: number; end_day: number })[] {
  let at = -lengthOf(steps)
  return steps.map((step) => {
    const start_day = at
    at += daysOf(step)
    return { ...step, start_day, end_day: at }
  })
}

/** How many days a step takes. */
export const daysOf = (s: Timed) => (s.duration ?? 0) * DAYS[s.unit ?? 'd']

/** How many days a recipe takes. */
export const lengthOf = (steps: readonly Timed[]) => steps.reduce((days, s) => days + daysOf(s), 0)

/** Whether each word typed is in the recipe's name, note, source or steps. */
export function speaksOf(recipe: Recipe, typed: string): boolean {
  const text = [recipe.name, recipe.note, recipe.source, ...recipe.steps.map((s) => STEP_KINDS[s.kind].word)]
    .join(' ')
    .toLowerCase()
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}
