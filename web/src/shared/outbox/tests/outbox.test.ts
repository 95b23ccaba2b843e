import type { QueryClient } from '@tanstack/vue-query'
import { beforeEach, describe, expect, it, vi } from 'vitest'

interface Look {
  client_id: string
  dish: number
  new_germinated: number
}

const look = (client_id: string, dish: number, new_germinated = 1): Look => ({ client_id, dish, new_germinated })
const queries = { invalidateQueries: vi.fn() } as unknown as QueryClient

/** The app as it starts on a device: whatever waits there is read again. */
async function started(who: number | null = 1) {
  const { outbox, outboxOf } = await import('@/shared/outbox/outbox')
  const { Problem } = await import('@/shared/api/problem')
  const here = { who }
  const sent: Look[] = []
  let answer: (item: Look) => Promise<void> = async () => {}
  const looks = outboxOf<Look>({
    kind: 'looks',
    post: async (item) => {
      await answer(item)
      sent.push(item)
    },
    thing: (item) => item.dish,
    words: (item) => `Dish ${item.dish}`,
  })
  return {
    ...looks,
    outbox,
    here,
    sent,
    ids: () => sent.map((item) => item.client_id),
    begin: () => outbox.start(queries, () => here.who),
    /** What the server says from now on; nothing means that it takes everything. */
    server: (says: typeof answer = async () => {}) => (answer = says),
    problem: (status: number, code = 'some') => new Problem(status, 'title', 'in words', code),
  }
}

/** The page is closed and opened again on the same device. */
async function startedAgain(who: number | null = 1) {
  vi.resetModules()
  return started(who)
}

/** Everything that was begun has ended. */
const settled = () => new Promise((go) => setTimeout(go, 25))

describe('an outbox', () => {
  beforeEach(() => {
    // each test flushes by hand: no timer of the box runs into the next test
    vi.spyOn(window, 'setTimeout')
  })

  it('keeps a record on the device before it sends it', async () => {
    const app = await started()
    app.server(() => new Promise(() => {}))
    await app.begin()
    await app.send(look('a', 1))
    const again = await startedAgain()
    await again.begin()
    await settled()
    expect(again.ids()).toEqual(['a'])
  })

  it('says that a record could not be kept, and sends nothing', async () => {
    const app = await started()
    await app.begin()
    vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
      throw new DOMException('no room', 'QuotaExceededError')
    })
    await expect(app.send(look('a', 1))).rejects.toThrow('no room')
    expect(app.waiting.value).toEqual([])
    expect(app.sent).toEqual([])
  })

  it('keeps those of one tap together, or none of them', async () => {
    const app = await started()
    await app.begin()
    const add = IDBObjectStore.prototype.add
    vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (this: IDBObjectStore, value: unknown) {
      if ((value as { item: Look }).item.client_id === 'b') throw new DOMException('no room', 'QuotaExceededError')
      return add.call(this, value)
    })
    await expect(Promise.all([app.send(look('a', 1)), app.send(look('b', 2))])).rejects.toThrow()
    vi.restoreAllMocks()
    const again = await startedAgain()
    await again.begin()
    await settled()
    expect(again.ids()).toEqual([])
  })

  it('sends in order, once each', async () => {
    const app = await started()
    await app.begin()
    for (const id of ['a', 'b', 'c']) await app.send(look(id, 1))
    await app.flush()
    expect(app.ids()).toEqual(['a', 'b', 'c'])
    expect(app.waiting.value).toEqual([])
  })

  it('waits without signal and goes on with it', async () => {
    const app = await started()
    app.server(async () => {
      throw app.problem(0)
    })
    await app.begin()
    await app.send(look('a', 1))
    await app.flush()
    expect(app.outbox.held.value).toBe('no signal')
    expect(app.waiting.value).toHaveLength(1)
    app.server()
    await app.flush()
    expect(app.ids()).toEqual(['a'])
    expect(app.outbox.held.value).toBeNull()
  })

  it.each([
    [401, 'signed out'],
    [403, 'signed out'],
    [503, 'server busy'],
    [507, 'server busy'],
    [429, 'server busy'],
  ])('waits on %i, because it is %s', async (status, why) => {
    const app = await started()
    app.server(async () => {
      throw app.problem(status)
    })
    await app.begin()
    await app.send(look('a', 1))
    await app.send(look('b', 2))
    await app.flush()
    expect(app.outbox.held.value).toBe(why)
    expect(app.waiting.value).toHaveLength(2)
    expect(app.refused.value).toEqual([])
  })

  it('keeps what the server refuses, with its reason, and nothing of the same dish overtakes it', async () => {
    const app = await started()
    app.server(async (item) => {
      if (item.client_id === 'a') throw app.problem(409, 'counted_meanwhile')
    })
    await app.begin()
    for (const [id, dish] of [['a', 1], ['b', 1], ['c', 2]] as const) await app.send(look(id, dish)) // prettier-ignore
    await app.flush()
    expect(app.ids()).toEqual(['c'])
    expect(app.refused.value.map((r) => r.refusal?.code)).toEqual(['counted_meanwhile'])
    const [held] = app.refused.value
    app.server()
    await app.decide(held!, look('a', 1, 2))
    expect(app.sent.map((x) => [x.client_id, x.new_germinated])).toEqual([['c', 1], ['a', 2], ['b', 1]]) // prettier-ignore
  })

  it('lets the rest go when a person drops what was refused', async () => {
    const app = await started()
    app.server(async (item) => {
      if (item.client_id === 'a') throw app.problem(422)
    })
    await app.begin()
    await app.send(look('a', 1))
    await app.send(look('b', 1))
    await app.flush()
    await app.decide(app.refused.value[0]!, null)
    expect(app.ids()).toEqual(['b'])
    expect(app.refused.value).toEqual([])
  })

  it('goes on beside a record over which the server fails, and keeps that one', async () => {
    const app = await started()
    app.server(async (item) => {
      if (item.client_id === 'a') throw app.problem(500)
    })
    await app.begin()
    for (const [id, dish] of [['a', 1], ['b', 1], ['c', 2]] as const) await app.send(look(id, dish)) // prettier-ignore
    await app.flush()
    expect(app.ids()).toEqual(['c'])
    expect(app.outbox.waiting.value.map((r) => [(r.item as Look).client_id, r.tries > 0])).toEqual([['a', true], ['b', false]]) // prettier-ignore
    expect(app.outbox.waiting.value[0]?.trouble).toBe('in words')
    app.server()
    await app.flush()
    expect(app.ids()).toEqual(['c', 'a', 'b'])
  })

  it('sends nothing in the name of the next person', async () => {
    const app = await started(1)
    app.server(async () => {
      throw app.problem(401)
    })
    await app.begin()
    await app.send(look('a', 1))
    await app.flush()
    app.server()
    app.here.who = 2
    await app.flush()
    expect(app.ids()).toEqual([])
    app.here.who = 1
    await app.flush()
    expect(app.ids()).toEqual(['a'])
  })

  it('tells its pages once everything has left, not after each', async () => {
    const app = await started()
    await app.begin()
    await settled()
    vi.mocked(queries.invalidateQueries).mockClear()
    await Promise.all([app.send(look('a', 1)), app.send(look('b', 2)), app.send(look('c', 3))])
    await app.flush()
    expect(app.ids()).toHaveLength(3)
    expect(queries.invalidateQueries).toHaveBeenCalledTimes(1)
  })

  it.each([
    [false, false],
    [true, true],
  ])('asks the browser to keep it once there is something to keep, and knows the answer (%s)', async (says, knows) => {
    const persist = vi.fn(async () => says)
    Object.defineProperty(navigator, 'storage', {
      configurable: true,
      value: { persist, persisted: async () => false },
    })
    const app = await started()
    app.server(() => new Promise(() => {}))
    await app.begin()
    expect(persist).not.toHaveBeenCalled()
    await app.send(look('a', 1))
    await settled()
    expect(app.outbox.lasting.value).toBe(knows)
    await app.send(look('b', 2))
    expect(persist).toHaveBeenCalledTimes(1)
  })

  it('does not ask a browser that has promised already, and knows without asking after a reload', async () => {
    const persist = vi.fn(async () => false)
    Object.defineProperty(navigator, 'storage', { configurable: true, value: { persist, persisted: async () => true } })
    const app = await started()
    app.server(() => new Promise(() => {}))
    await app.begin()
    await app.send(look('a', 1))
    const again = await startedAgain()
    again.server(() => new Promise(() => {}))
    await again.begin()
    expect(again.outbox.lasting.value).toBe(true)
    expect(persist).not.toHaveBeenCalled()
  })
})

/** What a version of the app before this one kept, in a box for each kind. */
async function keptBefore(kind: string, rows: { item: object; refusal: object | null }[]) {
  const { openDB } = await import('idb')
  const before = await openDB(`awake-furrow-${kind}`, 2, {
    upgrade: (db) => void db.createObjectStore('records', { keyPath: 'order', autoIncrement: true }),
  })
  for (const row of rows) await before.add('records', row)
  before.close()
}

describe('the boxes of before', () => {
  it('are taken over with their person, their order and their reasons', async () => {
    const reason = { status: 409, code: 'counted_meanwhile', detail: 'twice', question: false, current: null }
    await keptBefore('looks', [
      { item: { ...look('a', 1), who: 1 }, refusal: reason },
      { item: { ...look('b', 2), who: 1 }, refusal: null },
      { item: { ...look('c', 3), who: 2 }, refusal: null },
    ])
    const app = await started(1)
    await app.begin()
    await app.flush()
    expect(app.ids()).toEqual(['b'])
    expect(app.refused.value[0]?.refusal).toEqual(reason)
    expect(app.waiting.value.map((x) => x.client_id)).toEqual(['c'])
  })

  it('are emptied only once, so that nothing is sent twice', async () => {
    await keptBefore('looks', [{ item: { ...look('a', 1), who: 1 }, refusal: null }])
    const app = await started(1)
    await app.begin()
    await app.flush()
    const again = await startedAgain(1)
    await again.begin()
    await again.flush()
    expect([...app.ids(), ...again.ids()]).toEqual(['a'])
  })

  it('hold what nobody known made, until somebody says that it is theirs', async () => {
    await keptBefore('looks', [{ item: look('a', 1), refusal: null }])
    const app = await started(3)
    await app.begin()
    await app.flush()
    expect(app.ids()).toEqual([])
    await app.outbox.claim(app.outbox.waiting.value[0]!)
    expect(app.ids()).toEqual(['a'])
  })

  it('that are empty or not there are no trouble', async () => {
    await keptBefore('visits', [])
    const app = await started()
    await app.begin()
    expect(app.outbox.waiting.value).toEqual([])
  })
})
