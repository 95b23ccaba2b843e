import { redrawn } from './redrawn'

const READ_BY_THE_SERVER = ['image/jpeg', 'image/png', 'image/webp']
const MOST_BYTES = 11 * 2 ** 20

/** A photo in its full size that the server can read: phones store kinds that it cannot. */
export const readablePhoto = async (file: File): Promise<Blob> =>
  READ_BY_THE_SERVER.includes(file.type) && file.size <= MOST_BYTES ? file : redrawn(file, Infinity, 0.92)
