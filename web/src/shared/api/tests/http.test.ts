import { beforeEach, describe, expect, it, vi } from 'vitest'

const asked: Request[] = []
let answer: () => Response | Promise<Response>

beforeEach(() => {
  asked.length = 0
  answer = () => Response.json({ user: null })
  vi.stubGlobal('fetch', async (request: Request) => {
    asked.push(request)
    return answer()
  })
  document.cookie = 'csrftoken=token-1'
})

const session = async () => {
  const { http, unwrap } = await import('../http')
  return unwrap(http.GET('/api/v1/session/'))
}
const signOut = async () => {
  const { http, unwrap } = await import('../http')
  return unwrap(http.DELETE('/api/v1/session/'))
}

describe('a request', () => {
  it('that changes something carries the token of this moment', async () => {
    answer = () => new Response(null, { status: 204 })
    await signOut()
    document.cookie = 'csrftoken=token-2'
    await signOut()
    await session().catch(() => undefined)
    expect(asked.map((r) => r.headers.get('X-CSRFToken'))).toEqual(['token-1', 'token-2', null])
  })

  it('that is refused is a problem in words', async () => {
    answer = () => Response.json({ title: 'Refused', detail: 'Only 14 are left.', code: 'too_few' }, { status: 422 })
    await expect(session()).rejects.toMatchObject({ status: 422, message: 'Only 14 are left.', code: 'too_few' })
    answer = () => new Response('<html>', { status: 502 })
    await expect(session()).rejects.toMatchObject({ status: 502, code: 'unknown' })
  })

  it('without signal is a problem too, of status 0', async () => {
    answer = () => Promise.reject(new TypeError('failed'))
    await expect(session()).rejects.toMatchObject({ status: 0, noSignal: true })
  })

  it('answered by the device says so, and sets no clock', async () => {
    const { keptAt } = await import('../kept')
    const { clockOff } = await import('../clock')
    answer = () => Response.json({}, { headers: { 'X-Kept-At': '2026-03-01T09:00:00Z', Date: 'Sun, 01 Mar 2026 09:00:00 GMT' } }) // prettier-ignore
    await session()
    expect([keptAt.value, clockOff.value]).toEqual(['2026-03-01T09:00:00Z', 0])
    answer = () => Response.json({}, { headers: { Date: new Date(Date.now() + 7_200_000).toUTCString() } })
    await session()
    expect(keptAt.value).toBeNull()
    expect(clockOff.value).toBeGreaterThan(7_100_000)
  })

  it('on a practice bench names it', async () => {
    sessionStorage.setItem('awake-furrow-bench', '12')
    const { addressOf, onThisBench } = await import('../bench')
    await session()
    expect(asked[0]?.headers.get('X-Practice-Bench')).toBe('12')
    expect([addressOf('/print'), onThisBench('outbox')]).toEqual(['/print?bench=12', 'outbox-bench-12'])
  })

  it('elsewhere names none', async () => {
    const { addressOf, onThisBench } = await import('../bench')
    await session()
    expect(asked[0]?.headers.get('X-Practice-Bench')).toBeNull()
    expect([addressOf('/print'), onThisBench('outbox')]).toEqual(['/print', 'outbox'])
  })
})

describe('a practice bench', () => {
  it('is of this tab, and is left for good', async () => {
    const went = vi.spyOn(window.location, 'assign').mockImplementation(() => undefined)
    const { enterBench, leaveBench } = await import('../bench')
    enterBench(7)
    expect(sessionStorage.getItem('awake-furrow-bench')).toBe('7')
    leaveBench()
    expect(sessionStorage.getItem('awake-furrow-bench')).toBeNull()
    expect(went.mock.calls).toEqual([['/practice/bench'], ['/practice']])
  })
})

describe('kept answers', () => {
  it('of one person are not left for the next', async () => {
    const gone = vi.fn()
    vi.stubGlobal('caches', { delete: gone })
    const { forgetAnswers } = await import('../kept')
    await forgetAnswers()
    expect(gone).toHaveBeenCalledWith('awake-furrow-answers')
  })
})

describe('lines of JSON', () => {
  it('are told as they come, also when they are cut in the middle of a letter', async () => {
    const { readLines } = await import('../lines')
    const bytes = new TextEncoder().encode('{"n":1}\n{"words":"Brüche"}\n{"n":3}\n')
    const told: unknown[] = []
    const stream = new ReadableStream<Uint8Array>({
      start(to) {
        for (const cut of [bytes.slice(0, 5), bytes.slice(5, 22), bytes.slice(22)]) to.enqueue(cut)
        to.close()
      },
    })
    await readLines(stream, (line) => told.push(line))
    expect(told).toEqual([{ n: 1 }, { words: 'Brüche' }, { n: 3 }])
    await expect(readLines(null, () => undefined)).rejects.toThrow('no answer')
  })
})
