import { beforeEach, describe, expect, it } from 'vitest'
import { mounted } from '@/shared/tests/mounted'
import { HELP, helpOf, KEYS } from '../../logic/pages'
import { WORDS } from '../../logic/words'
import { useHelp } from '../useHelp'

const press = (key: string, at: EventTarget = window, more: KeyboardEventInit = {}) =>
  at.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))

describe('help', () => {
  beforeEach(() => void (document.body.innerHTML = ''))

  it('opens by “?” where nobody is typing, and closes by Escape', () => {
    const { open, leave } = mounted(useHelp)
    press('?')
    expect(open.value).toBe(true)
    press('Escape')
    expect(open.value).toBe(false)
    const field = document.body.appendChild(document.createElement('input'))
    press('?', field)
    press('?', window, { ctrlKey: true })
    expect(open.value).toBe(false)
    leave()
    press('?')
    expect(open.value).toBe(false)
  })

  it('of a page is its own or that of one that is alike', () => {
    expect(helpOf('lots')).toBe(HELP.lots)
    expect(helpOf('verdict')).toBe(HELP.decide)
    expect(helpOf('nowhere')).toBeNull()
  })

  it('says something of the bench and of the numbers on each page', () => {
    for (const [page, { bench, numbers }] of Object.entries(HELP)) expect([page, bench.length > 0, numbers.length > 0]).toEqual([page, true, true]) // prettier-ignore
    expect(KEYS.map(([key]) => key)).toContain('?')
  })

  it('explains each word once, in the order of the alphabet', () => {
    const words = WORDS.map(([word]) => word)
    expect(words).toEqual([...words].sort((a, b) => a.localeCompare(b, 'en')))
    expect(new Set(words).size).toBe(words.length)
  })
})
