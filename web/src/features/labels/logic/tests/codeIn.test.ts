import { expect, it } from 'vitest'
import { codeIn, pageOf } from '../codeIn'

it('has words for a code that was read or typed', () => {
  expect(['https://x/c/HR-114?a', ' HR-114 ', '/c/PT%2D040'].map(codeIn)).toEqual(['HR-114', 'HR-114', 'PT-040'])
  expect(pageOf({ kind: 'dish', id: 3, trial: 7 })).toEqual({ name: 'dish', params: { id: 7, dish: 3 } }) // prettier-ignore
})

it('leads to the page of its thing', () => {
  const to = (kind: string) => pageOf({ kind, id: 4, trial: null })
  const kinds = ['lot', 'sowing', 'batch', 'trial']
  expect(kinds.map(to)).toEqual(kinds.map((name) => ({ name, params: { id: 4 } })))
})
