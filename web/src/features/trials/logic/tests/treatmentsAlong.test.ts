import { describe, expect, it } from 'vitest'
import type { Recipe } from '@/features/recipes'
import { treatmentsAlong } from '../treatmentsAlong'

const recipes = [
  { id: 4, name: '4 weeks cold' },
  { id: 8, name: '8 weeks cold' },
] as Recipe[]
const control = { name: 'untreated', recipe: null, is_control: true } as Parameters<typeof treatmentsAlong>[2][number]
const along = (query: Parameters<typeof treatmentsAlong>[0]) => treatmentsAlong(query, recipes, [control])

describe('treatments that come along in the address', () => {
  it('stand behind the control that is there', () => {
    expect(along({ recipe: ['8', '4'] }).map((t) => [t.name, t.recipe, t.is_control])).toEqual([['untreated', null, true], ['8 weeks cold', 8, false], ['4 weeks cold', 4, false]]) // prettier-ignore
    expect(along({})).toEqual([control])
  })

  it('of a ladder bring their own control, the dose of none', () => {
    const ladder = along({ recipe: ['', '4', '8'], dose: ['0', '28', '56'], name: ['none', '', ''], unit: 'd' })
    expect(ladder.map((t) => [t.dose, t.dose_unit, t.is_control])).toEqual([[0, 'd', true], [28, 'd', false], [56, 'd', false]]) // prettier-ignore
  })

  it('of a decision keep the control that it names', () => {
    const asked = along({ recipe: ['8', ''], name: ['long', 'as it is'], control: ['', 'yes'] })
    expect(asked.map((t) => [t.name, t.is_control])).toEqual([
      ['long', false],
      ['as it is', true],
    ])
  })

  it('leave out a recipe that is not there any more', () => {
    expect(along({ recipe: ['99', '4'] }).map((t) => t.name)).toEqual(['untreated', '4 weeks cold'])
  })
})
