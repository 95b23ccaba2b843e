import {
  formOf,
  lengthOf,
  longestStep,
  nameFor,
  proposedDoses,
  stepOf,
  stretches,
  type Recipe,
  type StepForm,
} from '@/features/recipes'
import type { FurrowPicture } from '@/shared/drawing/furrow'
import { furrowBeforeSowing } from '@/shared/drawing/furrowOf'
import { numberOrNull } from '@/shared/format/numbers'
import { STEP_KINDS } from '@/shared/kinds'
import { doseWords } from '@/shared/labels'
import type { Asks, NewTrial } from '../api'

type Laid = NewTrial['treatments'][number]

/** A treatment on the bench: its steps may be those of a recipe, varied from one, or new. */
export interface BenchTreatment {
  key: number
  /** As somebody typed it, or as it came along; it is replaced when the steps change, unless it was `typed`. */
  name: string
  typed: boolean
  recipe: number | null
  steps: StepForm[]
  /** Whether the steps are not those of `recipe` any more. */
  varied: boolean
  is_control: boolean
  dose: number | null
  dose_unit: NonNullable<Laid['dose_unit']>
  light: NonNullable<Laid['light']>
  level_a: string
  level_b: string
}

const UNTREATED = 'no treatment'
const LONGEST_NAME = 60
let keys = 0

export function untreated(more: Partial<BenchTreatment> = {}): BenchTreatment {
  const none = { name: UNTREATED, typed: false, recipe: null, steps: [], varied: false, is_control: false }
  return { key: ++keys, ...none, dose: null, dose_unit: '', light: '', level_a: '', level_b: '', ...more }
}

/** The treatment that a recipe is. */
export const ofRecipe = (recipe: Recipe, more: Partial<BenchTreatment> = {}): BenchTreatment =>
  untreated({ name: recipe.name.slice(0, LONGEST_NAME), recipe: recipe.id, steps: recipe.steps.map(formOf), ...more })

/** A treatment of steps that no recipe of the nursery has yet. */
export const ofSteps = (steps: readonly Parameters<typeof formOf>[0][]): BenchTreatment =>
  untreated({ steps: steps.map(formOf), varied: true })

type Suggested = Pick<Recipe, 'steps'>

/**
 * The treatments that a question proposes from those held worth comparing. Doses are a series of one step: the suggestions
 * themselves where they are one, else half, once and one and a half times the longest wait among them.
 */
export function proposedFor(question: Asks, suggested: readonly Suggested[]): Suggested[] {
  if (question === 'best') return [...suggested]
  if (question === 'every_lot') return suggested.slice(0, 1)
  if (question !== 'dose') return []
  const kinds = (s: Suggested) => s.steps.map((x) => x.kind).join()
  if (suggested.length > 1 && suggested.every((s) => kinds(s) === kinds(suggested[0]!))) return [...suggested]
  const base = [...suggested].sort((a, b) => lengthOf(b.steps) - lengthOf(a.steps))[0]
  const varied = base ? longestStep(base.steps) : -1
  const step = base?.steps[varied]
  if (!base || !step) return []
  return proposedDoses(step)
    .slice(0, 3)
    .map((duration) => ({ steps: base.steps.map((s, i) => (i === varied ? { ...s, duration } : s)) }))
}

/** A treatment of a trial that is laid out already, or that came along in the address. */
export function ofLaid(laid: Laid, recipes: readonly Recipe[]): BenchTreatment {
  const recipe = recipes.find((r) => r.id === laid.recipe)
  return untreated({
    ...laid,
    dose: laid.dose ?? null,
    recipe: laid.recipe ?? null,
    steps: recipe?.steps.map(formOf) ?? [],
  })
}

/** What a treatment is called. */
export function nameOf(t: BenchTreatment): string {
  if (t.typed || !t.varied) return t.name
  if (t.dose !== null && t.dose > 0 && t.dose_unit) return doseWords(t.dose, t.dose_unit)
  return nameFor(t.steps).slice(0, LONGEST_NAME) || UNTREATED
}

/** The same treatment with other steps. */
export const withSteps = (t: BenchTreatment, steps: StepForm[]): BenchTreatment => ({ ...t, steps, varied: true })

/** Whether the length of a step can be dragged: it lasts whole days. */
export const canBeDragged = (s: StepForm) => STEP_KINDS[s.kind].waited && s.unit === 'd'

/** The same treatment with one step so many days long, within its own maximum. */
export function lengthened(t: BenchTreatment, index: number, days: number): BenchTreatment {
  const step = t.steps[index]
  if (!step) return t
  const [least, most] = [numberOrNull(step.duration_min), numberOrNull(step.duration_max)]
  const to = most === null ? days : Math.min(days, most)
  const changed = { ...step, duration: String(to), duration_min: least !== null && least > to ? '' : step.duration_min }
  const isDose = t.dose !== null && t.dose === numberOrNull(step.duration)
  return {
    ...withSteps(
      t,
      t.steps.map((s, i) => (i === index ? changed : s)),
    ),
    dose: isDose ? to : t.dose,
  }
}

/** The treatment as the server lays it out. */
export function laidOf(t: BenchTreatment, bags: number): Laid {
  const { varied, steps, is_control, dose, dose_unit, light, level_a, level_b } = t
  return {
    name: nameOf(t),
    recipe: varied && !steps.length ? null : t.recipe,
    is_control,
    dose,
    dose_unit,
    light,
    level_a,
    level_b,
    bags: steps.length ? bags : 1,
    ...(varied && steps.length ? { steps: steps.map(stepOf), recipe_name: nameFor(steps) } : {}),
  }
}

/** Questions that compare lots. */
const ABOUT_LOTS: ReadonlySet<Asks> = new Set(['which_lot', 'every_lot', 'floaters', 'bought_or_own', 'stored'])
export const isAboutLots = (asks: Asks) => ABOUT_LOTS.has(asks)

/** Why no other lot is proposed for a question about lots. */
export const NO_PARTNERS: Partial<Record<Asks, string>> = {
  which_lot: 'There is no other lot of this plant.',
  every_lot: 'There is no other lot of this plant.',
  floaters: 'This lot was not floated yet: float it on its page, and both fractions become lots.',
  bought_or_own: 'There is no lot of this plant that came in the other way.',
  stored: 'No part of this lot is kept in another place.',
}

/** The treatments of every lot: each lot has its own control, or with one treatment each the one that the others are compared with. */
export function ofEveryLot(own: readonly Laid[], lots: readonly number[], reference: number | null): Laid[] {
  if (lots.length < 2) return [...own]
  return lots.flatMap((lot) =>
    own.map((t) => ({ ...t, lot, is_control: own.length > 1 ? t.is_control : lot === reference })),
  )
}

/** Days that the longest treatment takes before sowing. */
export const longestOf = (all: readonly BenchTreatment[]) =>
  Math.max(0, ...all.map((t) => lengthOf(t.steps.map(stepOf))))

/** The furrow of a treatment, with the beginning of its trial. */
export const pictureOf = (t: BenchTreatment, endDay: number): FurrowPicture => ({
  ...furrowBeforeSowing(stretches(t.steps.map(stepOf))),
  ended: false,
  endDay,
})

/** The question in one sentence around the name of the plant; null where only a person can word it. */
export function questionParts(asks: Asks, treatments: readonly BenchTreatment[]): [string, string] | null {
  const step = treatments.flatMap((t) => t.steps).find((s) => STEP_KINDS[s.kind].waited)
  switch (asks) {
    case 'alive':
      return ['Is this seed of', 'alive?']
    case 'best':
      return ['Which treatment of', 'germinates most?']
    case 'dose':
      return [`How much ${step ? STEP_KINDS[step.kind].term : 'treatment'} does`, 'need?']
    case 'crossed':
      return ['Do treatment and light matter together for', '?']
    case 'still_as_good':
      return ['Is this seed of', 'still as good as last time?']
    case 'which_lot':
      return ['Which lot of', 'is better?']
    case 'every_lot':
      return [`Does ${step ? STEP_KINDS[step.kind].term : 'this step'} help every lot of`, '?']
    case 'floaters':
      return ['Do the floaters of', 'germinate too?']
    case 'bought_or_own':
      return ['Is bought seed of', 'as good as our own?']
    case 'stored':
      return ['Does where we keep', 'matter?']
    case 'other':
      return null
  }
}
