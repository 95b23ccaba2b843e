import { describe, expect, it } from 'vitest'
import type { Recipe } from '@/features/recipes'
import {
  isAboutLots,
  laidOf,
  lengthened,
  longestOf,
  nameOf,
  ofEveryLot,
  ofLaid,
  ofRecipe,
  ofSteps,
  proposedFor,
  questionParts,
  untreated,
  withSteps,
} from '../bench'

const cold = { kind: 'cold_moist', duration: 56, unit: 'd', duration_min: 42, duration_max: 84, medium: 'sand' }
const recipe = {
  id: 8,
  name: 'Winter in a fridge',
  steps: [{ kind: 'soak', duration: 24, unit: 'h' }, cold],
} as unknown as Recipe

describe('a treatment on the bench', () => {
  it('is its recipe, and laid out as such, while nothing is changed', () => {
    const t = ofRecipe(recipe)
    expect([nameOf(t), laidOf(t, 2).recipe, laidOf(t, 2).bags]).toEqual(['Winter in a fridge', 8, 2])
    expect(laidOf(t, 2).steps).toBeUndefined()
  })

  it('is called after its steps once one is lengthened, and sends them with the recipe that they vary', () => {
    const t = lengthened(ofRecipe(recipe), 1, 70)
    expect(nameOf(t)).toBe('24 h soak, then 10 weeks cold, damp sand')
    const laid = laidOf(t, 1)
    expect([laid.recipe, laid.recipe_name, laid.steps?.map((s) => s.duration)]).toEqual([8, nameOf(t), [24, 70]])
  })

  it('keeps a name that somebody typed, and its maximum; a minimum above the new length is gone', () => {
    const t = lengthened({ ...ofRecipe(recipe), name: 'long', typed: true }, 1, 200)
    expect([nameOf(t), t.steps[1]?.duration]).toEqual(['long', '84'])
    expect(lengthened(t, 1, 14).steps[1]).toMatchObject({ duration: '14', duration_min: '' })
    expect(lengthened(t, 7, 14)).toBe(t)
  })

  it('of a series of doses carries its dose along', () => {
    const t = ofLaid({ name: '8 weeks', recipe: 8, dose: 56, dose_unit: 'd' }, [recipe])
    expect([nameOf(t), nameOf(lengthened(t, 1, 70)), lengthened(t, 1, 70).dose]).toEqual(['8 weeks', '10 weeks', 70])
    expect(lengthened(t, 0, 2).dose).toBe(56)
  })

  it('without a recipe needs no bag; steps that are all taken away leave none', () => {
    expect(laidOf(untreated(), 4)).toMatchObject({ name: 'no treatment', recipe: null, bags: 1 })
    expect(laidOf(withSteps(ofRecipe(recipe), []), 4)).toMatchObject({ name: 'no treatment', recipe: null })
    expect(laidOf(ofSteps(recipe.steps), 1)).toMatchObject({ recipe: null, recipe_name: '24 h soak, then 8 weeks cold, damp sand' }) // prettier-ignore
  })

  it('asks for the longest one, in days', () => {
    expect(longestOf([untreated(), ofRecipe(recipe)])).toBe(57)
    expect(longestOf([])).toBe(0)
  })

  it('is proposed for a dose as a series of one step, for the best treatment as suggested', () => {
    const weeks = (duration: number) => ({ name: `${duration}`, steps: [{ ...cold, duration, duration_max: null }] }) as unknown as Recipe // prettier-ignore
    const nick = { name: 'nick', steps: [{ kind: 'nick', duration: 0, unit: 'd' }] } as unknown as Recipe
    const doses = (...given: Recipe[]) => proposedFor('dose', given).map((s) => s.steps.at(-1)?.duration)
    expect(doses(weeks(28), weeks(56))).toEqual([28, 56])
    expect(doses(nick, weeks(56))).toEqual([28, 56, 84])
    expect(doses(nick)).toEqual([])
    expect(doses()).toEqual([])
    expect(proposedFor('best', [nick, weeks(56)])).toHaveLength(2)
    expect(proposedFor('alive', [nick])).toEqual([])
  })

  it('gives the question its words; another question is worded by a person', () => {
    expect(questionParts('dose', [untreated(), ofSteps([cold as Recipe['steps'][number]])])).toEqual(['How much cold stratification does', 'need?']) // prettier-ignore
    expect(questionParts('other', [])).toBeNull()
  })
})

describe('several lots', () => {
  const rows = [
    { name: 'none', is_control: true },
    { name: 'cold', is_control: false },
  ]

  it('each get all treatments, with a control of their own', () => {
    const made = ofEveryLot(rows, [3, 7], null)
    expect(made.map((t) => [t.lot, t.name, t.is_control])).toEqual([
      [3, 'none', true],
      [3, 'cold', false],
      [7, 'none', true],
      [7, 'cold', false],
    ])
  })

  it('with one treatment each are compared with one of them, or with each other', () => {
    const one = [{ name: 'none', is_control: true }]
    expect(ofEveryLot(one, [3, 7], 7).map((t) => t.is_control)).toEqual([false, true])
    expect(ofEveryLot(one, [3, 7], null).some((t) => t.is_control)).toBe(false)
    expect(ofEveryLot(one, [3], null)).toEqual(one)
  })

  it('are asked about by some questions only', () => {
    expect((['which_lot', 'floaters', 'alive', 'crossed'] as const).map(isAboutLots)).toEqual([
      true,
      true,
      false,
      false,
    ])
    expect(proposedFor('every_lot', [{ steps: [] }, { steps: [] }])).toHaveLength(1)
  })
})
