import { http, unwrap, type Schemas } from './http'
import { readLines } from './lines'
import { asProblem } from './problem'

export type PhotoFound = Schemas['PhotoFound']

/** A photo goes before what it belongs to; the same name twice is one photo. */
export const postPhoto = (client_id: string, photo: Blob) =>
  unwrap(
    http.POST('/api/v1/photos/', {
      body: { client_id, photo: '' },
      bodySerializer: () => {
        const form = new FormData()
        form.append('client_id', client_id)
        form.append('photo', photo, 'photo.jpg')
        return form
      },
    }),
  )

/** One line of a photo that is being looked through. */
type Line =
  { done: number; of: number; doing: string } | { found: PhotoFound } | { problem: unknown } | { failed: string }

/**
 * Look for seed in a photo, `tell` hearing the share that is done. What makes it of no use is thrown as a Problem. With `keep` the
 * photo stays on the server with what was found in it.
 */
export async function lookThrough(
  client_id: string,
  photo: Blob,
  keep: boolean,
  tell: (share: number) => void,
): Promise<PhotoFound> {
  const stream = await unwrap(
    http.POST('/api/v1/photo-counts/', {
      body: { client_id, photo: '', keep },
      bodySerializer: () => {
        const form = new FormData()
        form.append('client_id', client_id)
        form.append('keep', String(keep))
        form.append('photo', photo, 'photo.jpg')
        return form
      },
      parseAs: 'stream',
    }),
  )
  let found = null as PhotoFound | null
  let refused: unknown = asProblem(
    { detail: 'The server stopped before the photo was looked through. Send it again.' },
    500,
  )
  await readLines(stream as unknown as ReadableStream<Uint8Array> | null, (raw) => {
    const line = raw as Line
    if ('doing' in line) tell(line.done / line.of)
    else if ('found' in line) found = line.found
    else if ('failed' in line) refused = asProblem({ detail: line.failed }, 500)
    else refused = asProblem(line.problem, (line.problem as { status: number }).status)
  })
  if (!found) throw refused
  return found
}

export const stopLooking = (client_id: string) =>
  unwrap(http.POST('/api/v1/photo-counts/stop/', { body: { client_id } }))
