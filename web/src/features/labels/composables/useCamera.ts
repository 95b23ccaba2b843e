import type { IScannerControls } from '@zxing/browser'
import { onBeforeUnmount, ref, type Ref } from 'vue'
import { browser } from '@/shared/api/browser'

const LONGEST_SIDE = 1400
const MARGIN = 24

/** A photo on a canvas, not larger than a reader wants it, with white around it: a code at the very edge is read too. */
async function drawn(file: File): Promise<HTMLCanvasElement> {
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height))
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)]
  const canvas = document.createElement('canvas')
  canvas.width = width + 2 * MARGIN
  canvas.height = height + 2 * MARGIN
  const pen = canvas.getContext('2d')
  if (!pen) throw new Error('This browser cannot show the camera.')
  pen.fillStyle = '#fff'
  pen.fillRect(0, 0, canvas.width, canvas.height)
  pen.drawImage(picture, MARGIN, MARGIN, width, height)
  return canvas
}

/** Reads QR codes from the camera, or from a still photo where there is no camera or no leave to use it. */
export function useCamera(video: Ref<HTMLVideoElement | null>, onCode: (text: string) => void) {
  const running = ref(false)
  const trouble = ref('')
  let controls: IScannerControls | null = null

  // the reader is loaded when it is needed, not with the page
  async function reader() {
    const [{ BrowserQRCodeReader }, { DecodeHintType }] = await Promise.all([
      import('@zxing/browser'),
      import('@zxing/library'),
    ])
    return new BrowserQRCodeReader(new Map([[DecodeHintType.TRY_HARDER, true]]))
  }

  function stop() {
    controls?.stop()
    controls = null
    running.value = false
  }

  async function start() {
    trouble.value = ''
    if (!video.value) return
    if (!browser.mediaDevices) {
      trouble.value =
        'Without a secure connection the browser does not allow the camera. Take a photo, or type the code.'
      return
    }
    running.value = true
    try {
      controls = await (
        await reader()
      ).decodeFromConstraints({ video: { facingMode: 'environment' } }, video.value, (result) => {
        if (!result) return
        stop()
        onCode(result.getText())
      })
    } catch {
      stop()
      trouble.value = 'The camera cannot be used. Take a photo, or type the code.'
    }
  }

  async function readPhoto(file: File) {
    trouble.value = ''
    try {
      onCode((await reader()).decodeFromCanvas(await drawn(file)).getText())
    } catch {
      trouble.value = 'No code was found in this photo. Hold it flat, closer, in more light; or type the code.'
    }
  }

  onBeforeUnmount(stop)
  return { running, trouble, start, stop, readPhoto }
}
