import { describe, expect, it } from 'vitest'
import { mounted } from '@/shared/tests/mounted'
import { useCountKeys } from '../useCountKeys'

function counting() {
  const done: string[] = []
  const page = mounted(() => {
    useCountKeys({
      digit: (d) => done.push(`digit ${d}`),
      erase: () => done.push('erase'),
      enter: () => done.push('enter'),
      kind: (step) => done.push(`kind ${step}`),
      move: (step) => done.push(`move ${step}`),
    })
    return {}
  })
  const press = (key: string, at: EventTarget = document.body, more: KeyboardEventInit = {}) => {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
    at.dispatchEvent(event)
    return event.defaultPrevented
  }
  return { done, press, ...page }
}

describe('counting by keys', () => {
  it('takes digits, Enter, arrows and Backspace, and no other', () => {
    const { done, press } = counting()
    for (const key of ['0', '7', 'Backspace', 'Enter', 'ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'a', 'F5', '١']) press(key) // prettier-ignore
    expect(done).toEqual(['digit 0', 'digit 7', 'erase', 'enter', 'kind -1', 'kind 1', 'move -1', 'move 1'])
    expect([press('ArrowDown'), press('a')]).toEqual([true, false])
  })

  it('leaves alone what is typed into a field, or with a modifier', () => {
    const { done, press } = counting()
    for (const name of ['input', 'textarea', 'select']) press('5', document.body.appendChild(document.createElement(name))) // prettier-ignore
    press('5', document.body, { ctrlKey: true })
    press('ArrowLeft', document.body, { altKey: true })
    expect(done).toEqual([])
  })

  it('leaves Enter to a button that has the focus, but not the digits', () => {
    const { done, press } = counting()
    const button = document.body.appendChild(document.createElement('button'))
    press('Enter', button)
    press('3', button)
    expect(done).toEqual(['digit 3'])
  })

  it('ends with the page', () => {
    const { done, press, leave } = counting()
    leave()
    press('4')
    expect(done).toEqual([])
  })
})
