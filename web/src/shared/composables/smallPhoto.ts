const LONGEST_SIDE = 1600

/** A photo made small enough to wait on the device and to travel on a poor signal; as it came where the browser cannot. */
export async function smallPhoto(file: File): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
    const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height))
    const canvas = document.createElement('canvas')
    canvas.width = Math.round(picture.width * scale)
    canvas.height = Math.round(picture.height * scale)
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.85))
    return blob ?? file
  } catch {
    // not a picture that this browser reads: the server says in a sentence what is wrong with it
    return file
  }
}
