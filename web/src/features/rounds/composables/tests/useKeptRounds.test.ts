import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { server } from '@/shared/tests/server'
import type { Today } from '../../api'

const task = (kind: string, trial: number) => ({ kind, trial })
const TODAY = { rounds: [{ tasks: [task('count', 3), task('bag', 9)] }, { tasks: [task('count', 4), task('count', 3)] }] } as unknown as Today // prettier-ignore
const SIGNED_IN = { user: { id: 1, role: 'grower', units: 'metric', date_order: 'dmy' } }

beforeEach(() => {
  vi.useFakeTimers()
  Object.defineProperty(navigator, 'serviceWorker', { value: { controller: {} }, configurable: true })
})

async function today(answers: Parameters<typeof server>[0] = {}) {
  const { asked } = server({
    'GET /session/': SIGNED_IN,
    'GET /today/': TODAY,
    'GET /timers/': { now: '2026-05-01T08:00:00Z', timers: [] },
    'GET /trials/3/count-sheet/': {},
    'GET /trials/4/count-sheet/': {},
    ...answers,
  })
  const { readSession } = await import('@/features/people')
  await readSession()
  asked.length = 0
  const { useKeptRounds } = await import('../useKeptRounds')
  const shown = ref<Today | undefined>(TODAY)
  useKeptRounds(shown)
  return { shown, sheets: () => asked.map((a) => a.what).filter((w) => w.includes('count-sheet')) }
}
const later = async (ms: number) => {
  await vi.advanceTimersByTimeAsync(ms)
  await flushPromises()
}

describe('the rounds of today', () => {
  it('are asked for once each, after the page itself', async () => {
    const { sheets } = await today()
    await later(1000)
    expect(sheets()).toEqual([])
    await later(1500)
    expect(sheets()).toEqual(['GET /trials/3/count-sheet/', 'GET /trials/4/count-sheet/'])
  })

  it('are not asked for at each visit of the page', async () => {
    const { shown, sheets } = await today()
    await later(3000)
    shown.value = { ...TODAY }
    await later(3000)
    expect(sheets()).toHaveLength(2)
    await later(5 * 60_000)
    shown.value = { ...TODAY }
    await later(3000)
    expect(sheets()).toHaveLength(4)
  })

  it('are asked for again soon where the signal went meanwhile', async () => {
    const { shown, sheets } = await today({ 'GET /trials/3/count-sheet/': () => Promise.reject(new TypeError('gone')) })
    await later(3000)
    expect(sheets()).toEqual(['GET /trials/3/count-sheet/'])
    shown.value = { ...TODAY }
    await later(3000)
    expect(sheets()).toHaveLength(2)
  })

  it('wait for the worker that keeps them', async () => {
    const waiting: (() => void)[] = []
    const worker = { controller: null, addEventListener: (_: string, go: () => void) => waiting.push(go) }
    Object.defineProperty(navigator, 'serviceWorker', { value: worker, configurable: true })
    const { sheets } = await today()
    await later(10_000)
    expect(sheets()).toEqual([])
    waiting.forEach((go) => go())
    await later(2500)
    expect(sheets()).toHaveLength(2)
  })
})
