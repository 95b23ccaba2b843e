const READ_BY_THE_SERVER = ['image/jpeg', 'image/png', 'image/webp']
const MOST_BYTES = 11 * 2 ** 20

/** A photo in its full size that the server can read: phones store kinds that it cannot; as it came where the browser cannot either. */
export async function readablePhoto(file: File): Promise<Blob> {
  if (READ_BY_THE_SERVER.includes(file.type) && file.size <= MOST_BYTES) return file
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
    const canvas = document.createElement('canvas')
    canvas.width = picture.width
    canvas.height = picture.height
    canvas.getContext('2d')?.drawImage(picture, 0, 0)
    return (await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.92))) ?? file
  } catch {
    // the server says in a sentence what is wrong with it
    return file
  }
}
