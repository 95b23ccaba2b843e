import { describe, expect, it } from 'vitest'
import type { FoundRow } from '../../api'
import { actionHits, actionWith, begins, shortcuts } from '../actions'

const PAGES = [
  { to: '/formats', words: 'Units and dates', also: 'settings' },
  { to: '/lots', words: 'Lots' },
]
const row = (kind: string, id: number, title: string) =>
  ({ kind, id, title, detail: '', code: 'HR-114', path: `/${kind}s/${id}`, recent: false }) as FoundRow

describe('pages and actions', () => {
  it('are found by the beginnings of their words, in any order and without accents', () => {
    expect(begins('dat uni', 'Units and dates')).toBe(true)
    expect(begins('säu', 'Saulenhof')).toBe(true)
    expect(begins('nits', 'Units and dates')).toBe(false)
  })

  it('are found by what else people call them', () => {
    expect(shortcuts('settings', PAGES, true).map((h) => h.to)).toEqual(['/formats'])
    expect(shortcuts('lot', PAGES, true).map((h) => h.to)).toEqual(['/lots/new', '/lots'])
  })

  it('offer actions to growers before anything is typed, and none to those who may not', () => {
    expect(shortcuts('', PAGES, true).map((h) => h.title)).toContain('New trial')
    expect(shortcuts('', PAGES, false)).toEqual([])
    expect(shortcuts('new trial', PAGES, false)).toEqual([])
  })
})

describe('an action with a lot', () => {
  it('is told from what is typed after it', () => {
    expect(actionWith('New trial HR-114')?.about).toBe('HR-114')
    expect(actionWith('new trial ')).toBeNull()
    expect(actionWith('new trials')).toBeNull()
    expect(actionWith('add lot HR-114')).toBeNull()
  })

  it('leads to the page with that lot', () => {
    const action = actionWith('new trial hr-114')!.action
    const hits = actionHits(action, [row('trial', 3, 'Does cold help?'), row('lot', 7, 'arrowleaf balsamroot')])
    expect(hits).toEqual([
      { to: '/trials/new?lot=7', kind: 'Action', title: 'New trial: arrowleaf balsamroot', detail: '', code: 'HR-114' },
    ])
  })
})
