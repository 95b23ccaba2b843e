import { beforeEach, describe, expect, it, vi } from 'vitest'

const PATIENCE_MS = 4000
const ADDRESS = 'http://localhost:3000'

/** A store of answers as a browser has it. */
class FakeCache {
  readonly kept = new Map<string, Response>()
  full = false

  async match(request: Request | string) {
    return this.kept.get(new URL(typeof request === 'string' ? request : request.url, ADDRESS).pathname)?.clone()
  }
  async put(request: Request, response: Response) {
    if (this.full) throw new DOMException('no room', 'QuotaExceededError')
    this.kept.set(new URL(request.url).pathname, response)
  }
  keys = async () => [...this.kept.keys()].map((path) => new Request(ADDRESS + path))
  delete = async (request: Request) => this.kept.delete(new URL(request.url).pathname)
  addAll = async (files: string[]) => files.forEach((file) => this.kept.set(file, new Response('the app')))
}

const answers = 'awake-furrow-answers'
let stores: Map<string, FakeCache>
let unreadable = false
let listeners: Record<string, (event: unknown) => void>
const opened = (name: string) => {
  if (!stores.has(name)) stores.set(name, new FakeCache())
  return stores.get(name) as FakeCache
}

beforeEach(async () => {
  stores = new Map()
  unreadable = false
  listeners = {}
  vi.stubGlobal('caches', {
    open: async (name: string) => {
      if (unreadable) throw new Error('the store is damaged')
      return opened(name)
    },
    keys: async () => [...stores.keys()],
    delete: async (name: string) => stores.delete(name),
    match: async (request: Request | string, { cacheName }: { cacheName: string }) => opened(cacheName).match(request),
  })
  vi.stubGlobal('self', {
    addEventListener: (name: string, work: (event: unknown) => void) => (listeners[name] = work),
    location: new URL(ADDRESS),
    clients: { claim: vi.fn() },
  })
  await import('../sw')
})

/** What the worker answers to a request, and what it goes on with afterwards; undefined where it lets the request pass. */
function asked(path: string, options: RequestInit & { mode?: RequestMode } = {}) {
  let answer: Promise<Response> | undefined
  const later: Promise<unknown>[] = []
  const request = new Request(ADDRESS + path, options)
  listeners.fetch?.({
    request,
    respondWith: (given: Promise<Response>) => (answer = given),
    waitUntil: (work: Promise<unknown>) => later.push(work),
  })
  return { answer, rest: () => Promise.all(later) }
}

const server = (respond: () => Promise<Response>) => vi.stubGlobal('fetch', vi.fn(respond))
const says = (text: string, headers: Record<string, string> = {}) => new Response(text, { status: 200, headers })

describe('an answer that may be kept', () => {
  it('is kept for hours without signal, with the time it was given', async () => {
    server(async () => says('today'))
    const first = asked('/api/v1/today/')
    expect(await (await first.answer)?.text()).toBe('today')
    await first.rest()
    server(async () => {
      throw new TypeError('no network')
    })
    const second = await asked('/api/v1/today/').answer
    expect(await second?.text()).toBe('today')
    expect(Date.parse(second?.headers.get('X-Kept-At') ?? '')).toBeGreaterThan(0)
  })

  it('comes at once, and is kept afterwards', async () => {
    server(async () => says('today'))
    const store = opened(answers)
    let let_go = () => {}
    store.put = () => new Promise((go) => (let_go = go))
    expect(await (await asked('/api/v1/today/').answer)?.text()).toBe('today')
    let_go()
  })

  it('comes although the device is full', async () => {
    vi.spyOn(console, 'warn').mockReturnValue()
    opened(answers).full = true
    server(async () => says('fresh'))
    const request = asked('/api/v1/trials/3/count-sheet/')
    const answer = await request.answer
    expect(await answer?.text()).toBe('fresh')
    expect(answer?.headers.get('X-Kept-At')).toBeNull()
    await request.rest()
  })

  it('comes although nothing can be read from the device', async () => {
    vi.spyOn(console, 'warn').mockReturnValue()
    unreadable = true
    server(async () => says('fresh'))
    expect(await (await asked('/api/v1/today/').answer)?.text()).toBe('fresh')
  })

  it('is not kept where the server says so, or refuses', async () => {
    for (const given of [says('secret', { 'Cache-Control': 'no-store' }), new Response('no', { status: 403 })]) {
      server(async () => given)
      const request = asked('/api/v1/today/')
      await request.answer
      await request.rest()
      expect(opened(answers).kept.size).toBe(0)
    }
  })

  it('is the last one there was where the signal is weak', async () => {
    vi.useFakeTimers()
    server(async () => says('before'))
    const first = asked('/api/v1/lots/7/page/')
    await first.answer
    await first.rest()
    server(() => new Promise(() => {}))
    const second = asked('/api/v1/lots/7/page/')
    await vi.advanceTimersByTimeAsync(PATIENCE_MS)
    expect(await (await second.answer)?.text()).toBe('before')
  })

  it('fails as it would without the worker where there was none before', async () => {
    server(async () => {
      throw new TypeError('no network')
    })
    await expect(asked('/api/v1/today/').answer).rejects.toThrow('no network')
  })
})

describe('a request that passes the worker by', () => {
  it.each([
    '/api/v1/balance/readings/?expected_g=1',
    '/api/v1/photos/3/',
    '/api/v1/trials/3/report/making/',
    '/api/v1/trials/3/export/looks.csv/',
    '/api/v1/everything/',
    '/api/v1/backups/',
    '/api/v1/backups/health/',
    '/api/v1/calendar/token/',
    '/api/v1/practice/3/',
    '/api/v1/session/devices/',
    '/api/v1/invitations/',
    '/api/v1/whatever-comes-later/',
    '/authority.crt',
  ])('%s', (path) => {
    expect(asked(path).answer).toBeUndefined()
  })

  it('is a write, or one from the practice bench', () => {
    expect(asked('/api/v1/today/', { method: 'POST' }).answer).toBeUndefined()
    expect(asked('/api/v1/today/', { headers: { 'X-Practice-Bench': '3' } }).answer).toBeUndefined()
  })
})

describe('the app itself', () => {
  it('comes from the device, whose files are right by their names', async () => {
    const later: Promise<unknown>[] = []
    listeners.install?.({ waitUntil: (work: Promise<unknown>) => later.push(work) })
    await Promise.all(later)
    server(async () => {
      throw new TypeError('no network')
    })
    expect(await (await asked('/assets/app-1.js').answer)?.text()).toBe('the app')
  })

  it('of an earlier version goes, and what was kept of the server stays', async () => {
    opened('awake-furrow-app-earlier')
    opened(answers)
    const later: Promise<unknown>[] = []
    listeners.activate?.({ waitUntil: (work: Promise<unknown>) => later.push(work) })
    await Promise.all(later)
    expect([...stores.keys()]).toEqual([answers])
  })
})
