import { onBeforeUnmount, onMounted, ref } from 'vue'
import { Problem } from '@/shared/api/problem'
import { postLook, type NewLook } from '../api'
import { readOutbox, writeOutbox } from '../logic/outbox'

const AGAIN_MS = 8_000

export interface RefusedLook {
  look: NewLook
  problem: Problem
}

/**
 * Looks go to the device first and to the server in order, once each by their client_id. Without signal they wait; what
 * the server refuses comes back to the person with its reason.
 */
export function useOutbox(onRefused: (refused: RefusedLook) => void) {
  const waiting = ref<NewLook[]>(readOutbox())
  const noSignal = ref(false)
  let sending: Promise<void> | null = null
  let timer = 0

  const keep = () => writeOutbox(waiting.value)

  async function drain() {
    while (waiting.value.length) {
      const look = waiting.value[0] as NewLook
      try {
        await postLook(look)
        noSignal.value = false
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        if (error.noSignal || error.status >= 500 || error.status === 401) {
          noSignal.value = true
          return
        }
        onRefused({ look, problem: error })
      }
      waiting.value = waiting.value.slice(1)
      keep()
    }
  }

  /** Send what waits; resolves when the box is empty or there is no signal. */
  function flush(): Promise<void> {
    sending ??= drain().finally(() => (sending = null))
    return sending
  }

  function send(look: NewLook) {
    waiting.value = [...waiting.value, look]
    keep()
    void flush()
  }

  const again = () => void flush()
  onMounted(() => {
    window.addEventListener('online', again)
    timer = window.setInterval(() => waiting.value.length && again(), AGAIN_MS)
    again()
  })
  onBeforeUnmount(() => {
    window.removeEventListener('online', again)
    window.clearInterval(timer)
  })
  return { waiting, noSignal, send, flush }
}
