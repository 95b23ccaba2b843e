import createClient, { type Middleware } from 'openapi-fetch'
import { BENCH_HEADER, benchId } from './bench'
import type { components, paths } from './schema'
import { noteServerTime } from './clock'
import { noteKept } from './kept'
import { asProblem, noSignal } from './problem'

export type Schemas = components['schemas']

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/** The token changes at sign-in, so it is read at each request. */
function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? ''
}

const csrf: Middleware = {
  onRequest({ request }) {
    if (benchId) request.headers.set(BENCH_HEADER, String(benchId))
    if (!SAFE.has(request.method)) request.headers.set('X-CSRFToken', csrfToken())
    return request
  },
  onResponse({ response }) {
    const kept = response.headers.get('X-Kept-At')
    noteKept(kept)
    if (!kept) noteServerTime(response.headers.get('Date'))
    return response
  },
  onError: () => noSignal(),
}

export const http = createClient<paths>({ baseUrl: window.location.origin, credentials: 'same-origin' })
http.use(csrf)

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer; anything else is thrown as a Problem. */
export async function unwrap<T>(call: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await call
  if (!response.ok) throw asProblem(error, response.status)
  return data as T
}
