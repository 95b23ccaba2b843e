import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import { untreated } from '../../logic/bench'
import { useWorth, type Weighed } from '../useWorth'

const asked = vi.hoisted(() => vi.fn())
vi.mock('../../api', () => ({ askWorth: asked }))

const two = () => [untreated({ is_control: true }), untreated({ name: 'cold', recipe: 7 })]
const weighed = (more: Partial<Weighed> = {}): Weighed => ({
  lot: 3,
  treatments: two(),
  dishes: 4,
  seeds_per_dish: 25,
  bags: 1,
  ...more,
})
const scope = effectScope()
async function weigh(what: Weighed) {
  const found = scope.run(() => useWorth(ref(what)))!
  await vi.advanceTimersByTimeAsync(500)
  await flushPromises()
  return found
}

describe('the worth of a test that is being laid out', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    asked.mockReset().mockResolvedValue({ sentence: 'A test is worth it.' })
  })
  afterEach(() => vi.useRealTimers())

  it('asks with the treatments and the layout on the bench', async () => {
    const { worth } = await weigh(weighed())
    expect(asked).toHaveBeenCalledWith({
      lot: 3,
      body: {
        dishes: 4,
        seeds_per_dish: 25,
        bags: 1,
        treatments: [
          { name: 'no treatment', recipe: null },
          { name: 'cold', recipe: 7 },
        ],
        wanted: null,
        belief: 4,
      },
    })
    expect(worth.value?.sentence).toBe('A test is worth it.')
  })

  it('leaves out a size that is still being typed', async () => {
    await weigh(weighed({ dishes: 0 }))
    expect(asked.mock.calls[0]?.[0].body).not.toHaveProperty('dishes')
  })

  it('does not ask about one treatment, or without a lot', async () => {
    await weigh(weighed({ treatments: [untreated()] }))
    await weigh(weighed({ lot: null }))
    expect(asked).not.toHaveBeenCalled()
  })

  it('asks again for plants wanted and for another trust', async () => {
    const { wanted, belief } = await weigh(weighed())
    wanted.value = 50
    belief.value = 10
    await vi.advanceTimersByTimeAsync(500)
    expect(asked.mock.calls.at(-1)?.[0].body).toMatchObject({ wanted: 50, belief: 10 })
  })
})
