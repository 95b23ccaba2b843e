import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { arrived } from '@/shared/tests/page'
import { mounted } from '@/shared/tests/mounted'
import { useFigures } from '../useFigures'
import { PAGE, usePages } from '../usePages'

interface Row {
  id: number
  of: string
}
const COUNT = 2.5 * PAGE
const pageOf = (of: string) => (page: number) =>
  Promise.resolve({
    count: COUNT,
    results: Array.from({ length: Math.min(PAGE, COUNT - (page - 1) * PAGE) }, (_, i) => ({
      id: (page - 1) * PAGE + i,
      of,
    })),
  })

describe('a list that comes page by page', () => {
  it('has a place for each line, and fetches those that come into view', async () => {
    const fetched = vi.fn(pageOf('all'))
    const list = mounted(() => usePages<Row>(() => ['list'], fetched))
    expect([list.pending.value, list.rows.value]).toEqual([true, undefined])
    await arrived()
    expect(list.rows.value).toHaveLength(COUNT)
    expect([list.rows.value?.[PAGE - 1]?.id, list.rows.value?.[PAGE]]).toEqual([PAGE - 1, undefined])
    list.see(2 * PAGE - 5, 2 * PAGE + 10)
    await arrived()
    expect(list.rows.value?.[2 * PAGE + 5]?.id).toBe(2 * PAGE + 5)
    expect(fetched.mock.calls.map(([page]) => page)).toEqual([1, 2, 3])
    list.leave()
  })

  it('keeps the lines of the last question until the first of the next one are there', async () => {
    const asked = ref('first')
    let answer: (() => void) | undefined
    const fetchPage = async (page: number) => {
      const of = asked.value
      if (of === 'second') await new Promise<void>((go) => (answer = go))
      return pageOf(of)(page)
    }
    const list = mounted(() => usePages<Row>(() => ['other', asked.value], fetchPage))
    await arrived()
    list.see(0, COUNT - 1)
    asked.value = 'second'
    await arrived()
    expect(list.rows.value?.[0]?.of).toBe('first')
    answer?.()
    await arrived()
    // what was seen of the last question is not fetched of this one
    expect([list.rows.value?.[0]?.of, list.rows.value?.[PAGE + 1]]).toEqual(['second', undefined])
    list.leave()
  })

  it('says what went wrong', async () => {
    const list = mounted(() => usePages<Row>(() => ['broken'], () => Promise.reject(new Error('no signal')))) // prettier-ignore
    await vi.waitUntil(() => list.error.value, { timeout: 15_000 })
    expect(list.error.value?.message).toBe('no signal')
    list.leave()
  }, 20_000)
})

describe('figures of the lines in view', () => {
  const upTo = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i)

  it('are asked for a few lines at a time, once, and stay when others come into view', async () => {
    const asked = vi.fn((some: string) => Promise.resolve(some.split(',').map((id) => ({ lot: Number(id) }))))
    const list = mounted(() => useFigures('figures', asked, (f) => f.lot))
    list.see(upTo(0, 30))
    await arrived()
    expect([...list.figures.value.keys()]).toEqual(upTo(0, 30))
    list.see(upTo(20, 40))
    await arrived()
    expect(asked.mock.calls.map(([some]) => some.split(',').length)).toEqual([25, 5, 10])
    expect([list.figures.value.has(3), list.figures.value.has(39)]).toEqual([true, true])
    list.leave()
  })
})
