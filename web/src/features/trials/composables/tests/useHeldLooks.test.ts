import { describe, expect, it, vi } from 'vitest'
import { nextTick, ref, shallowRef } from 'vue'
import type { CountDish } from '../../api'
import type { Held, WaitingLook } from '../useLookOutbox'

const item = (dish: number, trial = 7) =>
  ({ kind: 'look', trial, code: `D${dish}`, photo: null, body: { client_id: `c${dish}`, dish, at: '2026-03-10T09:00:00Z' } }) as WaitingLook // prettier-ignore
const held = (order: number, dish: number, code: string, trial = 7) =>
  ({ order, kind: 'looks', who: 1, item: item(dish, trial), refusal: { code, detail: `why ${code}` }, tries: 0, trouble: '' }) as Held // prettier-ignore

/** The round's page with an outbox of which these rows were refused; `known` are the looks that this round made. */
async function page(rows: Held[], known: string[]) {
  const refused = shallowRef(rows)
  const send = vi.fn(async () => {})
  const decide = vi.fn(async () => {})
  vi.doMock('../useLookOutbox', () => ({ useLookOutbox: () => ({ refused, send, decide }) }))
  const { useHeldLooks } = await import('../useHeldLooks')
  const forget = vi.fn((id: string) => known.includes(id))
  return { ...useHeldLooks(ref(7), forget), refused, send, decide, forget }
}

describe('what the server did not take of a round', () => {
  it('puts a dish with impossible numbers in hand again, and says why', async () => {
    const now = await page([held(1, 3, 'more_than_sown')], ['c3'])
    expect(now.forget).toHaveBeenCalledWith('c3')
    expect(now.said.value).toBe('why more_than_sown')
    expect(now.toDecide.value).toEqual([])
  })

  it.each(['counted_meanwhile', 'dish_closed', 'before_sowing', 'already_corrected'])(
    'asks a person on %s',
    async (code) => {
      const now = await page([held(1, 3, code)], ['c3'])
      expect(now.forget).not.toHaveBeenCalled()
      expect(now.toDecide.value.map((row) => row.order)).toEqual([1])
    },
  )

  it('asks a person about numbers of a round that is over', async () => {
    const now = await page([held(1, 3, 'more_than_sown')], [])
    expect(now.toDecide.value.map((row) => row.order)).toEqual([1])
  })

  it('leaves other trials alone, and notices what comes later', async () => {
    const now = await page([held(1, 3, 'more_than_sown', 8)], ['c3', 'c4'])
    expect(now.toDecide.value).toEqual([])
    now.refused.value = [...now.refused.value, held(2, 4, 'more_than_sown')]
    await nextTick()
    expect(now.said.value).toBe('why more_than_sown')
    now.clear()
    expect(now.said.value).toBe('')
  })

  it('replaces the refused record by what is saved then, and sends any other', async () => {
    const now = await page([held(1, 3, 'more_than_sown')], ['c3'])
    await now.sendOrReplace(item(4))
    expect(now.send).toHaveBeenCalledTimes(1)
    await now.sendOrReplace(item(3))
    expect(now.decide).toHaveBeenCalledWith(expect.objectContaining({ order: 1 }), item(3))
    await now.sendOrReplace(item(3))
    expect(now.send).toHaveBeenCalledTimes(2)
  })

  it('lowers an earlier count by a correction that keeps the rest', async () => {
    const now = await page([], [])
    const last_look = { client_id: 'before', at: '2026-03-07T09:00:00Z', note: 'n', new_germinated: 4, new_rotted: 1 }
    await now.lower({ id: 3, code: 'D3', last_look } as CountDish, 'germinated', 6)
    const [[sent]] = now.send.mock.calls as unknown as [[WaitingLook]]
    expect(sent.body).toMatchObject({
      corrects: 'before',
      at: '2026-03-07T09:00:00Z',
      new_germinated: 0,
      new_rotted: 1,
    })
    await now.lower({ id: 3, code: 'D3', last_look: null } as CountDish, 'germinated', 1)
    expect(now.send).toHaveBeenCalledTimes(1)
  })
})
