import { redrawn } from './redrawn'

const LONGEST_SIDE = 1600

/** A photo made small enough to wait on the device and to travel on a poor signal. */
export const smallPhoto = (file: File): Promise<Blob> => redrawn(file, LONGEST_SIDE, 0.85)
