import { vi } from 'vitest'

export interface Asked {
  what: string
  query: Record<string, string>
  body: unknown
}
type Answer = object | null | ((asked: Asked) => Response | object | null | Promise<Response | object | null>)

/** What the server says when it refuses. */
export const refusal = (status: number, detail: string, more: object = {}) =>
  Response.json({ title: 'Refused', detail, code: 'refused', ...more }, { status })

/** A server that knows these answers, each by its method and path; it remembers what it was asked, in order. */
export function server(answers: Record<string, Answer>) {
  const asked: Asked[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    const { pathname, searchParams } = new URL(request.url)
    const text = await request.clone().text()
    const json = request.headers.get('Content-Type')?.includes('json')
    const now = {
      what: `${request.method} ${pathname.replace('/api/v1', '')}`,
      query: Object.fromEntries(searchParams),
      body: json && text ? (JSON.parse(text) as unknown) : null,
    }
    asked.push(now)
    const known = answers[now.what]
    if (known === undefined) return refusal(404, `Nothing is known about ${now.what}.`)
    const given = typeof known === 'function' ? await known(now) : known
    return given instanceof Response ? given : Response.json(given)
  })
  return {
    answers,
    asked,
    /** What came with the requests of one kind. */
    bodies: (what: string) => asked.filter((a) => a.what === what).map((a) => a.body),
  }
}
