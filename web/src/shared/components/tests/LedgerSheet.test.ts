import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { h, nextTick } from 'vue'
import LedgerSheet from '../LedgerSheet.vue'

interface Row {
  id: number
  name: string
  size: number | null
}
const rows: Row[] = [
  { id: 1, name: 'flax', size: 3 },
  { id: 2, name: 'mallow', size: null },
  { id: 3, name: 'sumac', size: 1 },
]
const columns = [
  { key: 'name', name: 'plant', by: (r: Row) => r.name, kept: true },
  { key: 'size', name: 'size', by: (r: Row) => r.size },
  { key: 'note', name: 'note', extra: true },
]
let screen: (query: string) => boolean = () => false

function sheet(props: Record<string, unknown> = {}, slots: Record<string, unknown> = {}) {
  const page = mount(LedgerSheet<Row>, {
    attachTo: document.body,
    global: { stubs: { 'v-menu': true, RouterLink: true } },
    props: {
      words: { title: 'Lots', find: 'plant', placeholder: '', emptyTitle: 'No seed', emptyWhy: 'None.' },
      columns,
      first: 'name',
      rows,
      query: { pending: false, error: null },
      modelValue: '',
      ...props,
    },
    slots: {
      'cell-name': (p: { row: Row }) => p.row.name,
      'cell-size': (p: { row: Row }) => String(p.row.size),
      ...slots,
    } as never,
  })
  const press = async (key: string, at = document.activeElement) => {
    at?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
    await nextTick()
    await nextTick()
  }
  const lines = () => page.findAll('tbody tr').map((r) => r.findAll('td').map((d) => d.text()))
  const here = () => [...page.element.querySelectorAll('tbody tr')].indexOf(document.activeElement!)
  return { page, press, here, lines }
}

describe('a ledger sheet', () => {
  beforeEach(() => {
    localStorage.clear()
    screen = () => false
    vi.stubGlobal('matchMedia', (query: string) => ({
      matches: screen(query),
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    }))
  })

  it('is walked by the arrow keys from the field into its lines, and opens one with Enter', async () => {
    const { page, press, here } = sheet()
    await press('ArrowDown', page.find('input').element)
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

  it('is sorted by a head, and the other way round when it is pressed again', async () => {
    const { page, lines } = sheet()
    const head = page.findAll('thead button').find((b) => b.text().startsWith('size'))!
    await head.trigger('click')
    expect(lines().map(([name]) => name)).toEqual(['sumac', 'flax', 'mallow'])
    await head.trigger('click')
    expect(lines().map(([name]) => name)).toEqual(['flax', 'sumac', 'mallow'])
    expect(page.emitted('update:order')?.at(-1)).toEqual(['-size'])
  })

  it('leaves the order to the server where that sorts', async () => {
    const { page, lines } = sheet({ sorted: true, order: '-name' })
    expect(lines().map(([name]) => name)).toEqual(['flax', 'mallow', 'sumac'])
    expect(page.find('th[aria-sort="descending"]').text()).toContain('plant')
  })

  it('shows the columns that were chosen, and keeps the choice on the device', async () => {
    localStorage.setItem('awake-furrow-columns-lots', '["note"]')
    const { page } = sheet()
    expect(page.findAll('th').map((t) => t.text().replace(' ↑', ''))).toEqual(['plant', 'note'])
    localStorage.setItem('awake-furrow-columns-lots', 'nothing of ours')
    expect(sheet().page.findAll('th')).toHaveLength(2)
  })

  it('opens a line beside the list on a desk, and its page when it is chosen again', async () => {
    screen = (query) => query.includes('1100')
    const beside = (p: { id: number }) => h('p', { class: 'shown' }, `item ${p.id}`)
    const { page } = sheet({ 'onUpdate:beside': (id: string) => void page.setProps({ beside: id }) }, { beside })
    await page.findAll('tbody tr')[1]!.trigger('click')
    expect(page.find('.shown').text()).toBe('item 2')
    // only the columns that are kept are left
    expect(page.findAll('th')).toHaveLength(1)
    expect(page.emitted('choose')).toBeUndefined()
    await page.findAll('tbody tr')[1]!.trigger('click')
    expect(page.emitted('choose')?.[0]).toEqual([rows[1]])
    await page.find('tbody tr').trigger('keydown', { key: 'Escape' })
    expect(page.find('.shown').exists()).toBe(false)
  })

  it('keeps lines selected, by Space, by tick, all between two with Shift, and all at once', async () => {
    let chosen: Row[] = []
    const selected = (p: { rows: Row[] }) => {
      chosen = p.rows
      return h('span', 'with them')
    }
    const { page, press } = sheet({}, { selected })
    page.findAll<HTMLElement>('tbody tr')[0]!.element.focus()
    await press(' ')
    expect(chosen.map((r) => r.id)).toEqual([1])
    await page.findAll('tbody input')[2]!.trigger('click', { shiftKey: true })
    expect(chosen.map((r) => r.id).sort()).toEqual([1, 2, 3])
    await page.setProps({ rows: rows.slice(0, 1), modelValue: 'flax' })
    expect(chosen).toHaveLength(3)
    await page.find('.chosen button').trigger('click')
    expect(page.find('.chosen').exists()).toBe(false)
    await page.find('thead input').trigger('change')
    expect(chosen.map((r) => r.id)).toEqual([1])
  })

  it('has ticks on a phone once somebody asks to select', async () => {
    screen = (query) => query.includes('700')
    const { page } = sheet({}, { selected: () => h('span') })
    expect(page.find('tbody input').exists()).toBe(false)
    await page.find('.under-top button').trigger('click')
    expect(page.findAll('tbody input')).toHaveLength(3)
  })

  it('draws only the lines in view of thousands, and says where they are', async () => {
    vi.spyOn(HTMLElement.prototype, 'offsetHeight', 'get').mockReturnValue(50)
    const many = Array.from({ length: 5000 }, (_, i) => ({ id: i + 1, name: `plant ${i}`, size: i }))
    const { page } = sheet({ rows: many, sorted: true })
    await nextTick()
    const drawn = page.findAll('tbody tr[data-line]')
    expect(drawn.length).toBeGreaterThan(5)
    expect(drawn.length).toBeLessThan(100)
    expect(page.find('table').attributes('aria-rowcount')).toBe('5001')
    const [ids, first] = page.emitted('see')!.at(-1) as [number[], number, number]
    expect([ids[0], first, ids.length]).toEqual([1, 0, drawn.length])
  })

  it('says of a line that is not there yet that it is coming, and why a list is empty', async () => {
    const { page } = sheet({ rows: [rows[0], undefined], sorted: true })
    expect(page.findAll('tbody tr')[1]!.text()).toBe('…')
    await page.setProps({ rows: [] })
    expect(page.text()).toContain('No seed')
    await page.setProps({ rows: [], narrowed: true })
    expect(page.text()).toContain('None of them.')
    await page.setProps({ rows: [], narrowed: false, modelValue: 'rice' })
    expect(page.text()).toContain('Nothing has “rice” in its plant.')
  })
})
