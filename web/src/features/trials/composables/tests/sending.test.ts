import { QueryClient } from '@tanstack/vue-query'
import { describe, expect, it, vi } from 'vitest'
import { server } from '@/shared/tests/server'
import type { NewClosing, NewLook } from '../../api'

const body = (client_id: string, more: object = {}) =>
  ({ client_id, dish: 3, at: '2026-03-10T09:00:00Z', ...more }) as NewLook

async function begun() {
  const { useLookOutbox } = await import('../useLookOutbox')
  const { outbox } = await import('@/shared/outbox/outbox')
  const queries = new QueryClient()
  const stale = vi.spyOn(queries, 'invalidateQueries')
  await outbox.start(queries, () => 1)
  return { ...useLookOutbox(), box: outbox, stale }
}

describe('what was counted', () => {
  it('sends a photo before the look that it belongs to', async () => {
    const { asked } = server({ 'POST /photos/': {}, 'POST /looks/': {}, 'GET /trials/7/count-sheet/': {} })
    const { send, flush } = await begun()
    // the box of these tests gives a copy of a picture back that is no Blob to this FormData
    vi.stubGlobal('FormData', class { append = () => undefined }) // prettier-ignore
    const photo = new Blob(['dish'])
    await send({ kind: 'look', trial: 7, code: 'D3', body: body('a', { photo: 'p-1' }), photo })
    await flush()
    expect(asked.map((a) => a.what)).toEqual(['POST /photos/', 'POST /looks/', 'GET /trials/7/count-sheet/'])
  })

  it('sends the closing of a dish behind its looks', async () => {
    const { asked } = server({ 'POST /looks/': {}, 'POST /dishes/close/': {}, 'GET /trials/7/count-sheet/': {} })
    const { send, flush } = await begun()
    void send({ kind: 'look', trial: 7, code: 'D3', body: body('a'), photo: null })
    await send({ kind: 'closing', trial: 7, code: 'D3', body: body('b', { fresh: 2 }) as unknown as NewClosing })
    await flush()
    expect(asked.map((a) => a.what).slice(0, 2)).toEqual(['POST /looks/', 'POST /dishes/close/'])
  })

  it('renews every page but the sheet of the round in hand', async () => {
    server({ 'POST /looks/': {} })
    const { send, flush, stale } = await begun()
    await send({ kind: 'look', trial: 7, code: 'D3', body: body('a'), photo: null })
    await flush()
    const { predicate } = stale.mock.calls.at(-1)?.[0] as unknown as {
      predicate: (q: { queryKey: unknown[] }) => boolean
    }
    expect([predicate({ queryKey: ['trial', 7, 'count-sheet'] }), predicate({ queryKey: ['lots'] })]).toEqual([false, true]) // prettier-ignore
  })

  it('is listed by its dish and its time', async () => {
    server({ 'POST /looks/': () => Promise.reject(new TypeError('no signal')) })
    const { send, flush, waiting, box } = await begun()
    await send({ kind: 'look', trial: 7, code: 'D3', body: body('a'), photo: null })
    await flush()
    expect(waiting.value).toHaveLength(1)
    expect(box.waiting.value.map(box.words)[0]).toMatch(/^Dish D3: look, 10 Mar/)
  })
})

describe('looks at bags and visits to stands', () => {
  it('leave by the same box, each to its own address', async () => {
    const { asked } = server({ 'POST /bag-looks/': {}, 'POST /visits/': {} })
    const { useBagOutbox } = await import('@/features/batches/composables/useBagOutbox')
    const { useVisitOutbox } = await import('@/features/stands/composables/useVisitOutbox')
    const { box } = await begun()
    void useBagOutbox().send({ client_id: 'b', batch: 4, at: '2026-03-10T09:00:00Z' })
    await useVisitOutbox().send({ client_id: 'v', stand: 5, at: '2026-03-10T09:00:00Z' } as never)
    expect(box.waiting.value.map(box.words)).toEqual([expect.stringMatching(/^Look at a bag, /), expect.stringMatching(/^Visit to a stand, /)]) // prettier-ignore
    await box.flush()
    expect(box.waiting.value).toEqual([])
    expect(asked.map((a) => a.what)).toEqual(['POST /bag-looks/', 'POST /visits/'])
  })
})
