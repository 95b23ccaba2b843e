import { describe, expect, it } from 'vitest'
import { isAt, OWN_PAGES, ownPagesFor, WORDS, wordAt, wordsFor } from '../navigation'
import { router } from '../router'

const GROWER = { may_read: true, may_lead: false }
const COUNTER = { may_read: false, may_lead: false }

describe('the six words', () => {
  it('are the same in every order of work', () => {
    expect(wordsFor(GROWER).map((w) => w.word)).toEqual(['Today', 'Seed', 'Wake', 'Try', 'Grow', 'Know'])
  })

  it('show a counter only what counting needs', () => {
    const pages = wordsFor(COUNTER).flatMap((w) => w.pages.map((p) => p.to))
    expect(pages).toEqual(['/', '/rounds', '/timers', '/practice'])
  })

  it('lead to each page once', () => {
    const all = WORDS.flatMap((w) => w.pages.map((p) => p.to))
    expect(new Set(all).size).toBe(all.length)
  })

  it('are marked on the pages below them', () => {
    const word = (path: string) => wordAt(WORDS, path)?.word
    expect(word('/')).toBe('Today')
    expect(word('/lots/12')).toBe('Seed')
    expect(word('/batches/3')).toBe('Wake')
    expect(word('/trials/3/compare')).toBe('Try')
    expect(word('/people')).toBeUndefined()
    expect(isAt({ to: '/lots', words: 'Lots' }, '/lotsofseed')).toBe(false)
  })
})

describe('what belongs to the user and the nursery', () => {
  it('has people and backups for the lead alone', () => {
    const shown = (may_lead: boolean) => ownPagesFor({ may_read: true, may_lead }).map((p) => p.to)
    expect(shown(true)).toEqual(expect.arrayContaining(['/people', '/backups']))
    expect(shown(false)).not.toEqual(expect.arrayContaining(['/people']))
  })
})

/** Reached by what is on another page, each within two taps of Today: forms and lists from their own list, the rest from its sentence. */
const BY_A_LINK = [
  '/lots/new',
  '/stands/new',
  '/recipes/new',
  '/trials/new',
  '/sowing/new',
  '/rounds/list',
  '/waiting',
  '/route',
  '/practice/bench',
]
/** Opened before anybody is signed in, or by a camera. */
const FROM_OUTSIDE = ['/sign-in', '/join', '/scan']

describe('every page', () => {
  it('is in the navigation, one link further, or found by its name', () => {
    const known = [...WORDS.flatMap((w) => w.pages), ...OWN_PAGES].map((p) => p.to)
    // a page of one thing is found by the thing's name or code
    const fixed = router
      .getRoutes()
      .map((r) => r.path)
      .filter((path) => !path.includes(':'))
    expect(fixed.filter((p) => ![...known, ...BY_A_LINK, ...FROM_OUTSIDE].includes(p))).toEqual([])
    expect(known.filter((p) => !fixed.includes(p))).toEqual([])
  })
})
