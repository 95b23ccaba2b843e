import { http, unwrap, type Schemas } from './http'
import { finished, heard } from './lines'

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
  const { found } = finished(await heard<{ found: PhotoFound }>(stream, (done, of) => tell(done / of)))
  return found
}

export const stopLooking = (client_id: string) =>
  unwrap(http.POST('/api/v1/photo-counts/stop/', { body: { client_id } }))
