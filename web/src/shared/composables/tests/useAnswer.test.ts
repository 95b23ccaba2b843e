import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'

beforeEach(() => void vi.useFakeTimers())

async function asking() {
  const { useAnswer } = await import('../useAnswer')
  const { Problem } = await import('@/shared/api/problem')
  const wanted = ref<number | null>(1)
  const open: { body: number; answer: (text: string) => void; fail: (why: Error) => void }[] = []
  const ask = (body: number) =>
    new Promise<string>((answer, fail) => {
      open.push({ body, answer, fail })
    })
  const pause = async (ms = 200) => {
    await nextTick()
    await vi.advanceTimersByTimeAsync(ms)
  }
  return { wanted, open, pause, refused: new Problem(422, 'No', 'Too few seeds.', 'x'), ...useAnswer(wanted, ask) }
}

describe('an answer to what is being typed', () => {
  it('is asked for a moment after the last change', async () => {
    const { wanted, open, pause, answer } = await asking()
    wanted.value = 12
    await pause(150)
    wanted.value = 123
    await pause()
    expect(open.map((o) => o.body)).toEqual([123])
    open[0]?.answer('of 123')
    await pause(0)
    expect(answer.value).toBe('of 123')
  })

  it('never overtakes a newer one', async () => {
    const { wanted, open, pause, answer } = await asking()
    await pause()
    wanted.value = 2
    await pause()
    open[1]?.answer('new')
    await pause(0)
    open[0]?.answer('old')
    await pause(0)
    expect(answer.value).toBe('new')
  })

  it('says why there is none, until there is one again', async () => {
    const { wanted, open, pause, problem, answer, refused } = await asking()
    await pause()
    open[0]?.fail(refused)
    await pause(0)
    expect(problem.value?.detail).toBe('Too few seeds.')
    wanted.value = 5
    await pause()
    open[1]?.answer('now')
    await pause(0)
    expect([problem.value, answer.value]).toEqual([null, 'now'])
  })

  it('is empty where nothing can be asked', async () => {
    const { wanted, open, pause, answer } = await asking()
    await pause()
    open[0]?.answer('first')
    await pause(0)
    wanted.value = null
    await pause()
    expect([answer.value, open.length]).toEqual([null, 1])
  })
})
