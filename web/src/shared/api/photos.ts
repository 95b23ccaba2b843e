import { http, unwrap } from './http'

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
