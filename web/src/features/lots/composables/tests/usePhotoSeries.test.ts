import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import type { PhotoFound } from '@/shared/api/photos'
import { Problem } from '@/shared/api/problem'
import { usePhotoSeries } from '../usePhotoSeries'

const server = vi.hoisted(() => ({ lookThrough: vi.fn(), stopLooking: vi.fn(), fetchFound: vi.fn() }))
vi.mock('@/shared/api/photos', () => server)
vi.mock('../../api', () => server)

const found = (seeds: number): PhotoFound => ({
  photo: 7,
  width: 800,
  height: 600,
  sheet: null,
  seeds,
  se: 0,
  things: Array.from({ length: seeds }, (_, i) => ({ places: [[(i + 1) / 20, 0.5]], seeds: 1 })),
  doubtful: [],
})
const photo = () => new File(['x'], 'x.jpg', { type: 'image/jpeg' })
const series = () => effectScope().run(() => usePhotoSeries())!

beforeEach(() => {
  vi.clearAllMocks()
  URL.createObjectURL = () => 'blob:photo'
})

describe('the photos of a count', () => {
  it('are added up as the server takes them, and a change is undone', async () => {
    server.lookThrough.mockResolvedValueOnce(found(3)).mockResolvedValueOnce(found(2))
    const s = series()
    await s.add(photo())
    await s.add(photo())
    expect(s.sent.value.map((p) => p.marks.length)).toEqual([3, 2])
    s.decide((_, before) => ({ ...before, marks: [] }))
    expect(s.sent.value.map((p) => p.marks.length)).toEqual([3, 0])
    s.undo()
    expect(s.sent.value.map((p) => p.marks.length)).toEqual([3, 2])
  })

  it('one that is of no use keeps the reason and is not sent', async () => {
    server.lookThrough.mockRejectedValueOnce(new Problem(422, 'No', 'Nothing was found on the paper.', 'nothing_found'))
    const s = series()
    await s.add(photo())
    expect(s.current.value).toMatchObject({ trouble: 'Nothing was found on the paper.', share: null })
    expect(s.sent.value).toEqual([])
  })

  it('the example is there once and kept in no draft', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve({ blob: () => Promise.resolve(new Blob(['x'])) }))
    server.lookThrough.mockResolvedValue(found(4))
    const s = series()
    await s.addExample()
    await s.addExample()
    expect(s.ready.value).toHaveLength(1)
    expect(s.kept.value).toEqual([])
  })

  it('a draft leaves out what the server does not have any more, and fails whole without signal', async () => {
    const kept = ['a', 'b'].map((id) => ({ id, decided: { marks: [], settled: [] }, known: null, mass: '' }))
    server.fetchFound
      .mockResolvedValueOnce(found(2))
      .mockRejectedValueOnce(new Problem(404, 'Gone', 'Gone', 'not_found'))
    const s = series()
    await s.goOn(kept)
    expect(s.photos.value.map((p) => p.id)).toEqual(['a'])
    server.fetchFound.mockRejectedValue(new Problem(0, 'No signal', 'No signal', 'no_signal'))
    await expect(s.goOn(kept)).rejects.toThrow('No signal')
    expect(s.photos.value.map((p) => p.id)).toEqual(['a'])
  })
})
