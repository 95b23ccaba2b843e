import type { IScannerControls } from '@zxing/browser'
import { onBeforeUnmount, ref, type Ref } from 'vue'

/** Reads QR codes from the camera, or from a still photo where there is no camera or no leave to use it. */
export function useCamera(video: Ref<HTMLVideoElement | null>, onCode: (text: string) => void) {
  const running = ref(false)
  const trouble = ref('')
  let controls: IScannerControls | null = null

  // the reader is loaded when it is needed, not with the page
  const reader = async () => new (await import('@zxing/browser')).BrowserQRCodeReader()

  function stop() {
    controls?.stop()
    controls = null
    running.value = false
  }

  async function start() {
    trouble.value = ''
    if (!video.value) return
    if (!navigator.mediaDevices) {
      trouble.value =
        'This browser gives no camera to a page without a secure connection. Take a photo, or type the code.'
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
    const address = URL.createObjectURL(file)
    try {
      onCode((await (await reader()).decodeFromImageUrl(address)).getText())
    } catch {
      trouble.value = 'No code was found in this photo. Hold it flat, closer, in more light; or type the code.'
    } finally {
      URL.revokeObjectURL(address)
    }
  }

  onBeforeUnmount(stop)
  return { running, trouble, start, stop, readPhoto }
}
