/// <reference lib="webworker" />
declare const self: ServiceWorkerGlobalScope
export {}

/** Filled in by the build: every file of the app, and a name that changes with any of them. */
const FILES: readonly string[] = JSON.parse('__FILES__') as string[]
const APP = 'awake-furrow-app-__VERSION__'
/** What the server said last, spelled the same in src/shared/api/kept.ts. */
const ANSWERS = 'awake-furrow-answers'
const MOST_ANSWERS = 200
const PATIENCE_MS = 4000
/**
 * Answers that may be shown from the device without signal. Everything else goes past the worker untouched: a weighing, a
 * picture, a paper, progress in lines, and whatever comes to the API later.
 */
const KEPT = [
  /^(session|today|turns|timers|work-year|people|places|taxa|supplies|knowledge|bag-rounds|recipes|recipes\/starters)\/$/,
  /^(lots|stands|trials|sowing-plans|seedlings|changes|deletions|harvests\/purposes)\/$/,
  /^lots\/\d+\/((page|ledger|knowledge|dormancy|history|sowing-bases)\/)?$/,
  /^stands\/\d+\/((timeline|history)\/)?$/,
  /^trials\/\d+\/((count-sheet|overview|timeline|set-up|comparison|decision|design|earlier|history|report)\/)?$/,
  /^sowing-plans\/\d+\/(page\/)?$/,
  /^(dishes\/\d+\/looks|batches\/\d+\/page|taxa\/\d+\/knowledge|recipes\/\d+\/conclusions)\/$/,
]
const API = '/api/v1/'

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(APP).then((cache) => cache.addAll([...FILES])))
})

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys())
        if (name.startsWith('awake-furrow-app-') && name !== APP) await caches.delete(name)
      await self.clients.claim()
    })(),
  )
})

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== self.location.origin) return
  if (url.pathname.startsWith('/api/')) {
    // the practice bench is kept apart: nothing of it may answer for the nursery later
    if (request.headers.has('X-Practice-Bench')) return
    if (KEPT.some((kept) => kept.test(url.pathname.slice(API.length)))) event.respondWith(answer(event))
  } else if (request.mode === 'navigate') event.respondWith(page(request))
  else if (FILES.includes(url.pathname)) event.respondWith(file(request))
})

/** A file of the app: its name changes with its content, so the one on the device is right. */
async function file(request: Request): Promise<Response> {
  return (await caches.match(request, { cacheName: APP, ignoreVary: true })) ?? fetch(request)
}

/** A page: from the server while there is signal, else the app as it is on the device; it routes from there. */
async function page(request: Request): Promise<Response> {
  const kept = await caches.match('/index.html', { cacheName: APP, ignoreVary: true })
  try {
    return await inTime(fetch(request), kept !== undefined)
  } catch (error) {
    if (kept) return kept
    throw error
  }
}

/** An answer of the server's, kept; without signal the last one there was, with the time it was given. */
async function answer(event: FetchEvent): Promise<Response> {
  const { request } = event
  const kept = await lastAnswer(request)
  let fresh: Response
  try {
    fresh = await inTime(fetch(request), kept !== undefined)
  } catch (error) {
    if (kept) return kept
    throw error
  }
  // the page has its answer at once; a device too full to keep it has an answer all the same
  if (fresh.ok && !/no-store/.test(fresh.headers.get('Cache-Control') ?? ''))
    event.waitUntil(keep(request, fresh.clone()).catch((error) => console.warn('Not kept on this device:', error)))
  return fresh
}

/** What the device has; a store that cannot be read has nothing. */
async function lastAnswer(request: Request): Promise<Response | undefined> {
  try {
    return await (await caches.open(ANSWERS)).match(request, { ignoreVary: true })
  } catch (error) {
    console.warn('Nothing can be read from this device:', error)
    return undefined
  }
}

async function keep(request: Request, fresh: Response) {
  const cache = await caches.open(ANSWERS)
  const headers = new Headers(fresh.headers)
  headers.set('X-Kept-At', new Date().toISOString())
  headers.delete('Content-Encoding')
  await cache.put(request, new Response(await fresh.blob(), { status: fresh.status, headers }))
  const keys = await cache.keys()
  for (const old of keys.slice(0, Math.max(0, keys.length - MOST_ANSWERS))) await cache.delete(old)
}

/** A weak signal is no signal, where there is something to show instead. */
function inTime(work: Promise<Response>, impatient: boolean): Promise<Response> {
  if (!impatient) return work
  return Promise.race([
    work,
    new Promise<Response>((_, give) => setTimeout(() => give(new Error('too slow')), PATIENCE_MS)),
  ])
}
