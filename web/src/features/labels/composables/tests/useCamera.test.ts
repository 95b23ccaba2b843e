import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { mounted } from '@/shared/tests/mounted'
import { useCamera } from '../useCamera'

const decoding = vi.hoisted(() => ({ camera: vi.fn(), photo: vi.fn(), stop: vi.fn() }))
vi.mock('@zxing/library', () => ({ DecodeHintType: { TRY_HARDER: 3 } }))
vi.mock('@zxing/browser', () => ({
  BrowserQRCodeReader: class {
    decodeFromConstraints = decoding.camera
    decodeFromCanvas = decoding.photo
  },
}))

const read: string[] = []
const camera = () => mounted(() => useCamera(ref(document.createElement('video')), (text) => read.push(text)))
const file = new File(['x'], 'label.png', { type: 'image/png' })

beforeEach(() => {
  read.length = 0
  decoding.stop.mockClear()
  Object.defineProperty(navigator, 'mediaDevices', { value: {}, configurable: true })
  vi.stubGlobal('createImageBitmap', async () => ({ width: 2800, height: 1400 }))
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue({ fillRect: vi.fn(), drawImage: vi.fn() } as unknown as null) // prettier-ignore
})

describe('the camera', () => {
  it('gives the first code that it sees, and stops', async () => {
    let sees: (result: { getText(): string } | undefined) => void = () => undefined
    decoding.camera.mockImplementation(async (_c, _v, told) => ((sees = told), { stop: decoding.stop }))
    const { start, running } = camera()
    await start()
    sees(undefined)
    expect([running.value, read]).toEqual([true, []])
    sees({ getText: () => '/c/HR-114' })
    expect([running.value, read]).toEqual([false, ['/c/HR-114']])
    expect(decoding.stop).toHaveBeenCalled()
  })

  it('says what else there is where it cannot be used', async () => {
    decoding.camera.mockRejectedValue(new Error('denied'))
    const { start, running, trouble } = camera()
    await start()
    expect([running.value, trouble.value]).toEqual([false, 'The camera cannot be used. Take a photo, or type the code.']) // prettier-ignore
    Object.defineProperty(navigator, 'mediaDevices', { value: undefined, configurable: true })
    await start()
    expect(trouble.value).toContain('Without a secure connection')
  })

  it('is let go when the page is left', async () => {
    decoding.camera.mockImplementation(async () => ({ stop: decoding.stop }))
    const { start, leave } = camera()
    await start()
    leave()
    expect(decoding.stop).toHaveBeenCalled()
  })
})

describe('a photo of a label', () => {
  it('is read, made no larger than a reader wants it', async () => {
    decoding.photo.mockImplementation((c: HTMLCanvasElement) => ({ getText: () => `${c.width} × ${c.height}` }))
    await camera().readPhoto(file)
    expect(read).toEqual(['1448 × 748'])
  })

  it('without a code says how to hold it', async () => {
    decoding.photo.mockImplementation(() => {
      throw new Error('not found')
    })
    const { readPhoto, trouble } = camera()
    await readPhoto(file)
    expect(trouble.value).toContain('No code was found in this photo. Hold it flat')
    expect(read).toEqual([])
  })
})
