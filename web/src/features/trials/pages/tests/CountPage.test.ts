import { QueryClient } from '@tanstack/vue-query'
import { describe, expect, it, vi } from 'vitest'
import { arrived, opened } from '@/shared/tests/page'
import { refusal, server } from '@/shared/tests/server'
import type { CountDish, NewLook } from '../../api'

const dish = (id: number, more: Partial<CountDish> = {}): Partial<CountDish> => ({
  id, code: `D${id}`, place: 'Bench', position: id, seeds: 25, seeds_estimated: false, open: true, due: true, closed: false,
  set_aside: '', sown_at: '2026-03-01T09:00:00Z', germinated: 4, abnormal: 0, rotted: 0, lost: 0, remaining: 21, day: 9,
  last_look: null, advice: null, dark: false, mouldy: false, potted: 0, stretch: '', notes: [], ...more,
}) // prettier-ignore

const sheet = (...dishes: Partial<CountDish>[]) => ({
  trial: 7, code: 'T-7', question: 'Which?', lot_name: 'flax', lot: 1, state: 'counting', criterion: 'root_visible', medium: 'sand',
  light: 'light', closure: 'vented', temperature_c: 20, night_temperature_c: null, hazards: [], every_days: 3, length_days: 28,
  fates: [], dishes,
}) // prettier-ignore

/** The page of one trial's round, as it opens on a device with signal. */
async function round(dishes = [dish(1), dish(2), dish(3)], look: Parameters<typeof server>[0][string] = {}) {
  const asked = server({
    'GET /trials/7/count-sheet/': sheet(...dishes),
    'POST /looks/': look,
    'POST /dishes/close/': {},
  })
  const { default: CountPage } = await import('../CountPage.vue')
  const { outbox } = await import('@/shared/outbox/outbox')
  const queryClient = new QueryClient()
  await outbox.start(queryClient, () => 1)
  const { page, router, press: tap } = await opened(CountPage, '/trials/:id/count', '/trials/7/count', queryClient)
  return {
    page,
    router,
    looks: () => asked.bodies('POST /looks/') as NewLook[],
    /** All looks, once as many as expected have left; how many turns of the loop that takes depends on the machine. */
    sent: (count: number) =>
      vi.waitFor(() => {
        const looks = asked.bodies('POST /looks/') as NewLook[]
        expect(looks).toHaveLength(count)
        return looks
      }),
    code: () => page.find('header h1').text(),
    up: () => page.find('[aria-live=polite]').text(),
    signal: () => page.find('[role=status]').text(),
    press: tap,
    keys: async (...keys: string[]) => {
      for (const key of keys) press(key)
      await arrived()
    },
    pips: (state: string) => page.findAll(`svg.counting g.${state}`),
  }
}

const press = (key: string, more: KeyboardEventInit = {}) =>
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))

describe('a round past the dishes', () => {
  it('goes from dish to dish by digits and Enter, and says when everything is saved', async () => {
    const { code, up, keys, sent, signal, page } = await round()
    expect([code(), up()]).toEqual(['D1', '+0 new · 4 of 25 in all'])
    await keys('2')
    expect(up()).toBe('+2 new · 6 of 25 in all')
    await keys('Enter', 'Enter')
    expect(code()).toBe('D3')
    await keys('ArrowDown', 'ArrowDown', '1', 'Enter')
    expect((await sent(3)).map((x) => [x.dish, x.new_germinated, x.new_rotted])).toEqual([[1, 2, 0], [2, 0, 0], [3, 0, 1]]) // prettier-ignore
    expect([page.text().includes('The round is done'), signal()]).toEqual([true, 'saved'])
  })

  it('calls nothing saved before it is on the device', async () => {
    const { keys, signal } = await round([dish(1), dish(2)], () => new Promise(() => undefined))
    press('Enter')
    await Promise.resolve()
    expect(signal()).toBe('')
    await keys()
    expect(signal()).toBe('1 waiting to send')
  })

  it('takes back the last look in one key, with its numbers in hand again', async () => {
    const { code, up, keys, sent } = await round()
    await keys('3', 'Enter', 'Backspace')
    expect([code(), up()]).toEqual(['D1', '+3 new · 7 of 25 in all'])
    const [first, second] = await sent(2)
    expect(second).toMatchObject({ corrects: first?.client_id, withdrawn: true, new_germinated: 0 })
  })

  it('corrects a dish that is gone back to, and records nothing where nothing is changed', async () => {
    const { code, up, keys, press, looks, sent } = await round()
    await keys('2', 'Enter')
    await press('back')
    expect([code(), up()]).toEqual(['D1', '+2 new · 6 of 25 in all'])
    await keys('Enter')
    expect(looks()).toHaveLength(1)
    await keys('ArrowLeft', 'Backspace', '1', 'Enter')
    const [first, second] = await sent(2)
    expect([first?.new_germinated, second?.new_germinated]).toEqual([2, 1])
    expect(second?.corrects).toBe(first?.client_id)
  })

  it('goes on after a reload where it was', async () => {
    const first = await round()
    await first.keys('2', 'Enter')
    const [look] = await first.sent(1)
    first.page.unmount()
    vi.resetModules()
    const counted = dish(1, { germinated: 6, due: false, last_look: { ...look, new_germinated: 2 } as unknown as CountDish['last_look'] }) // prettier-ignore
    const again = await round([counted, dish(2), dish(3)])
    expect(again.code()).toBe('D2')
    await again.press('back')
    expect(again.up()).toBe('+2 new · 6 of 25 in all')
  })

  it('finds nothing new in all the rest at one tap', async () => {
    const { press, sent, page } = await round()
    await press('nothing new in any of the 3')
    expect((await sent(3)).map((x) => [x.dish, x.new_germinated])).toEqual([[1, 0], [2, 0], [3, 0]]) // prettier-ignore
    expect(page.text()).toContain('The round is done')
  })
})

describe('a seed in the drawing', () => {
  it('that waits is one more when it is tapped, and taken back by the next tap', async () => {
    const { pips, up } = await round()
    expect([pips('waiting').length, pips('germinated').length]).toEqual([21, 4])
    await pips('waiting')[3]?.trigger('click')
    await pips('waiting')[7]?.trigger('click')
    expect([up(), pips('fresh').length, pips('waiting').length]).toEqual(['+2 new · 6 of 25 in all', 2, 19])
    await pips('fresh')[0]?.trigger('click')
    expect([up(), pips('fresh').length]).toEqual(['+1 new · 5 of 25 in all', 1])
  })

  it('that germinated earlier cannot be taken back by a tap', async () => {
    const { pips, up } = await round()
    await pips('germinated')[0]?.trigger('click')
    expect([up(), pips('germinated').length]).toEqual(['+0 new · 4 of 25 in all', 4])
  })

  it('of every kind is counted by its own button, and drawn', async () => {
    const { page, pips, press, sent } = await round()
    for (const word of ['abnormal', 'rotted', 'lost']) {
      await page.findAll('[role=radio]').find((r) => r.text().includes(word))?.trigger('click') // prettier-ignore
      await press(`+1 ${word}`)
      expect(pips(word), word).toHaveLength(1)
    }
    await press('done, next dish')
    expect((await sent(1))[0]).toMatchObject({ new_germinated: 0, new_abnormal: 1, new_rotted: 1, new_lost: 1 })
  })
})

describe('what is typed', () => {
  it('on the screen does what the keys do', async () => {
    const { press, up } = await round()
    await press('1 2 3')
    await press('1')
    await press('2')
    expect(up()).toContain('+12 new')
  })

  it('with a modifier is left to the browser', async () => {
    const { up } = await round()
    press('1', { ctrlKey: true })
    await arrived()
    expect(up()).toContain('+0 new')
  })

  it('beyond what the dish holds is said at once', async () => {
    const { keys, page } = await round()
    await keys('9', '9')
    expect(page.find('[role=alert]').text()).toContain('103 seeds in dish D1, but only 25 were sown')
  })

  it('and refused comes back with its numbers, and takes the place of the refused one', async () => {
    let refuse = true
    const { code, up, keys, press, sent, page } = await round([dish(1), dish(2)], () =>
      refuse ? refusal(422, '103 germinated, but only 25 seeds were sown in D1.', { code: 'too_many' }) : {},
    )
    await keys('9', '9', 'Enter')
    expect([code(), up()]).toEqual(['D1', '+99 new · 103 of 25 in all'])
    expect(page.text()).toContain('only 25 seeds were sown in D1. It was not recorded; its numbers are here again.')
    refuse = false
    await keys('Backspace', 'Enter')
    await press('done').catch(() => undefined)
    expect((await sent(2)).map((x) => x.new_germinated)).toEqual([99, 9])
  })

  it('as the whole dish becomes the new ones, and asks where it is fewer than before', async () => {
    const { keys, press, up, sent, page } = await round()
    await press('typed: new')
    await keys('6')
    expect(up()).toBe('+2 new · 6 of 25 in all')
    await keys('Backspace', '3', 'Enter')
    expect(page.text()).toContain('3 in all, but 4 were counted before. Which is right?')
    await press('4: nothing new')
    expect((await sent(1)).map((x) => x.new_germinated)).toEqual([0])
  })
})

describe('sprouts of a mouldy dish', () => {
  it('are asked about before they are potted', async () => {
    const { page, press, keys, looks, sent } = await round()
    await press('more')
    await press('are potted')
    await press('watered')
    await keys('ArrowDown', 'ArrowDown', '1', 'ArrowUp', 'ArrowUp', '2', 'Enter')
    expect(page.text()).toContain('Dish D1 has mould. Potting its 2 sprouts can carry')
    expect(looks()).toEqual([])
    await press('Throw them out')
    const [look] = await sent(1)
    expect(look).toMatchObject({ new_germinated: 2, new_rotted: 1, thrown_out: 2, watered: true })
    expect(look?.potted ?? 0).toBe(0)
  })
})

describe('a dish that is closed in the round', () => {
  const quiet = { advice: 'quiet_and_length' as const, due: true }

  it('stays closed once the server has it, and its panel closes with it', async () => {
    const { code, keys, press, page } = await round([dish(1, quiet), dish(2, quiet), dish(3)])
    await keys('Enter', 'Enter')
    await press('back')
    await press('back')
    await press('Close this dish')
    await page.find('form.close').trigger('submit')
    await arrived()
    expect(code()).toBe('D2')
    expect(page.find('form.close').exists()).toBe(false)
  })
})
