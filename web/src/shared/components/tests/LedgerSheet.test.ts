import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import LedgerSheet from '../LedgerSheet.vue'

const rows = [
  { id: 1, name: 'flax' },
  { id: 2, name: 'mallow' },
  { id: 3, name: 'sumac' },
]
function sheet() {
  const page = mount(LedgerSheet, {
    attachTo: document.body,
    props: {
      words: { title: 'Lots', find: 'plant', placeholder: '', emptyTitle: '', emptyWhy: '' },
      columns: [{ key: 'name', name: 'plant', by: (r: { id: number }) => rows[r.id - 1]?.name ?? null }],
      first: 'name',
      rows,
      query: { pending: false, error: null },
      modelValue: '',
    },
    slots: { row: '<td>{{ params.row.name }}</td>', action: '' },
  })
  const press = async (key: string, at = document.activeElement) => {
    at?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
    await nextTick()
    await nextTick()
  }
  const here = () => [...page.element.parentElement!.querySelectorAll('tbody tr')].indexOf(document.activeElement!)
  return { page, press, here }
}

describe('a ledger sheet', () => {
  it('is walked by the arrow keys from the field into its lines, and opens one with Enter', async () => {
    const { page, press, here } = sheet()
    const field = page.find('input').element
    await press('ArrowDown', field)
    expect(here()).toBe(0)
    await press('ArrowDown')
    await press('ArrowDown')
    await press('ArrowDown')
    expect(here()).toBe(2)
    await press('ArrowUp')
    await press('Enter')
    expect(page.emitted('choose')?.[0]).toEqual([rows[1]])
    await press('Home')
    expect(here()).toBe(0)
    // one line only is in the tab order
    expect(page.findAll('tbody tr').map((r) => r.attributes('tabindex'))).toEqual(['0', '-1', '-1'])
  })
})
