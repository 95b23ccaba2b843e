/** A photo drawn again as JPEG, upright and no longer than that; as it came where the browser cannot. */
export async function redrawn(file: File, longest: number, quality: number): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
    const scale = Math.min(1, longest / Math.max(picture.width, picture.height))
    const canvas = document.createElement('canvas')
    canvas.width = Math.round(picture.width * scale)
    canvas.height = Math.round(picture.height * scale)
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality))
    return blob ?? file
  } catch {
    // not a picture that this browser reads: the server says in a sentence what is wrong with it
    return file
  }
}
