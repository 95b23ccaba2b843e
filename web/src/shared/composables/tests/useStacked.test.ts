import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { mount } from '@vue/test-utils'
import { defineComponent, h, ref } from 'vue'
import { name, useStacked } from '../useStacked'

let wide = 0
let measure = () => {}
class Observer {
  constructor(again: () => void) {
    measure = again
  }
  observe() {}
  disconnect() {}
}

const ROWS = `<table>
  <thead><tr><th scope="col">place</th><th scope="col" colspan="2">kept</th><th scope="col">seeds</th></tr></thead>
  <tbody>
    <tr><th scope="row">Fridge</th><td>dry</td><td>cold</td><td>40</td></tr>
    <tr><td colspan="4">nothing else</td></tr>
  </tbody>
</table>`

describe('useStacked', () => {
  beforeEach(() => {
    vi.stubGlobal('ResizeObserver', Observer)
    vi.spyOn(HTMLTableElement.prototype, 'scrollWidth', 'get').mockImplementation(() => wide)
    vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(358)
  })
  afterEach(() => {
    vi.unstubAllGlobals()
    vi.restoreAllMocks()
    document.body.replaceChildren()
  })

  function shown() {
    const page = mount(
      defineComponent(() => {
        const room = ref<HTMLElement | null>(null)
        useStacked(room)
        return () => h('div', { ref: room, innerHTML: ROWS })
      }),
      { attachTo: document.body },
    )
    return page.element as HTMLElement
  }

  it('stacks the rows of a table that is wider than its room, and lays it out again where there is room', () => {
    wide = 543
    const room = shown()
    expect(room.classList.contains('stacked')).toBe(true)
    expect(room.querySelector('tbody tr')?.getAttribute('role')).toBe('row')
    expect(room.querySelector('tbody th')?.getAttribute('role')).toBe('rowheader')
    wide = 300
    measure()
    expect(room.classList.contains('stacked')).toBe(false)
    expect(room.querySelector('[role]')).toBeNull()
  })

  it('names each cell by its column', () => {
    wide = 543
    const labels = [...shown().querySelectorAll<HTMLElement>('tbody td')].map((cell) => cell.dataset.label)
    expect(labels).toEqual(['kept', '', 'seeds', ''])
  })

  it('needs no head', () => {
    document.body.innerHTML = '<table><tbody><tr><td>1</td></tr></tbody></table>'
    const table = document.querySelector('table')
    if (table) name(table)
    expect(document.querySelector('td')?.dataset.label).toBe('')
  })
})
