import { describe, expect, it } from 'vitest'
import { HELP, helpOf } from '../pages'

const SOURCES = import.meta.glob<string>('../../../*/index.ts', { query: '?raw', import: 'default', eager: true })
// before anybody is signed in
const WITHOUT_A_FRAME = ['sign-in', 'join']

describe('help', () => {
  it('has words for every page', () => {
    const names = Object.values(SOURCES)
      .flatMap((source) => [...source.matchAll(/name: '([a-z-]+)'/g)].map((m) => m[1] ?? ''))
      .filter((name) => !WITHOUT_A_FRAME.includes(name))
    expect(names.length).toBeGreaterThan(40)
    expect(names.filter((name) => !helpOf(name))).toEqual([])
  })

  it('says nothing in more than thirty words', () => {
    const said = Object.values(HELP).flatMap((h) => [...h.bench, ...h.numbers, ...(h.schools ?? [])])
    expect(said.filter((s) => s.split(/\s+/).length > 30)).toEqual([])
  })
})
