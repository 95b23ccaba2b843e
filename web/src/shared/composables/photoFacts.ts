/** What a camera wrote into a photo: where and when it was taken. Read on the device; a photo that is sent carries none of it. */
export interface PhotoFacts {
  latitude: number | null
  longitude: number | null
  elevation_m: number | null
  takenAt: Date | null
}

/** The facts of a photo; null where it carries neither a place nor a time. */
export async function photoFacts(file: File): Promise<PhotoFacts | null> {
  // loaded where a photo is chosen, not with the first page
  const { default: reader } = await import('exifreader')
  const tags = reader.load(await file.arrayBuffer(), { expanded: true })
  const gps = tags.gps
  const facts: PhotoFacts = {
    latitude: whole(gps?.Latitude),
    longitude: whole(gps?.Longitude),
    elevation_m: whole(gps?.Altitude),
    takenAt: moment(text(tags.exif?.DateTimeOriginal), text(tags.exif?.OffsetTimeOriginal)),
  }
  return facts.latitude === null && facts.takenAt === null ? null : facts
}

const whole = (value: number | undefined) => (value === undefined || !Number.isFinite(value) ? null : value)
const text = (tag: { description?: string } | undefined) => tag?.description ?? ''

/** “2026:07:03 09:30:00” in the camera's own zone where it says one, else in that of this device. */
export function moment(written: string, zone = ''): Date | null {
  const found = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d:\d\d)/.exec(written)
  if (!found) return null
  const at = new Date(`${found[1]}-${found[2]}-${found[3]}T${found[4]}${/^[+-]\d\d:\d\d$/.test(zone) ? zone : ''}`)
  return Number.isNaN(at.getTime()) ? null : at
}
