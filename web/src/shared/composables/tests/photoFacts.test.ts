import { describe, expect, it, vi } from 'vitest'
import { moment, photoFacts } from '../photoFacts'

const tags = vi.hoisted(() => ({ found: {} as object }))
vi.mock('exifreader', () => ({ default: { load: () => tags.found } }))

describe('what a camera wrote into a photo', () => {
  it('is its place and time', async () => {
    tags.found = {
      gps: { Latitude: 43.4123, Longitude: -119.6187, Altitude: 1310.4 },
      exif: { DateTimeOriginal: { description: '2026:07:03 09:30:00' }, OffsetTimeOriginal: { description: '-07:00' } },
    }
    const facts = await photoFacts(new File(['x'], 'x.jpg'))
    expect(facts).toMatchObject({ latitude: 43.4123, longitude: -119.6187, elevation_m: 1310.4 })
    expect(facts?.takenAt?.toISOString()).toBe('2026-07-03T16:30:00.000Z')
  })

  it('is nothing where it wrote neither', async () => {
    tags.found = { exif: {} }
    expect(await photoFacts(new File(['x'], 'x.jpg'))).toBeNull()
  })

  it('a time that is none is left out; one without a zone is of this device', () => {
    expect(moment('0000:00:00 00:00:00')).toBeNull()
    expect(moment('yesterday')).toBeNull()
    expect(moment('2026:07:03 09:30:00')?.getHours()).toBe(9)
  })
})
