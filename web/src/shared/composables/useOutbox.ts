import { onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { Problem } from '@/shared/api/problem'

const AGAIN_MS = 8_000

export interface Refused<T> {
  item: T
  problem: Problem
}

/** Where what waits is kept on the device, and how one of it is sent. */
export interface Box<T> {
  read(): T[] | Promise<T[]>
  write(items: readonly T[]): void | Promise<void>
  post(item: T): Promise<unknown>
}

/**
 * Records go to the device first and to the server in order, once each by their client_id. Without signal they wait; what
 * the server refuses comes back to the person with its reason.
 */
export function makeOutbox<T>(box: Box<T>, onRefused: (refused: Refused<T>) => void, onSent: () => void = () => {}) {
  const waiting = shallowRef<T[]>([])
  const noSignal = ref(false)
  let sending: Promise<void> | null = null
  let timer = 0

  const first = box.read()
  const ready: Promise<void> = Array.isArray(first)
    ? Promise.resolve()
    : first.then((kept) => void (waiting.value = [...kept, ...waiting.value]))
  if (Array.isArray(first)) waiting.value = first

  async function drain() {
    await ready
    while (waiting.value.length) {
      const item = waiting.value[0] as T
      try {
        await box.post(item)
        noSignal.value = false
        onSent()
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        if (error.noSignal || error.status >= 500 || error.status === 401) {
          noSignal.value = true
          return
        }
        onRefused({ item, problem: error })
      }
      waiting.value = waiting.value.slice(1)
      await box.write(waiting.value)
    }
  }

  /** Send what waits; resolves when the box is empty or there is no signal. */
  function flush(): Promise<void> {
    sending ??= drain().finally(() => (sending = null))
    return sending
  }

  /** Keep a record on the device; it leaves as soon as there is signal. */
  async function send(item: T) {
    if (!Array.isArray(first)) await ready
    waiting.value = [...waiting.value, item]
    await box.write(waiting.value)
    void flush()
  }

  const again = () => void flush()
  function start() {
    window.addEventListener('online', again)
    timer = window.setInterval(() => waiting.value.length && again(), AGAIN_MS)
    again()
  }
  function stop() {
    window.removeEventListener('online', again)
    window.clearInterval(timer)
  }
  return { waiting, noSignal, send, flush, start, stop }
}

/** An outbox that lives as long as the component. */
export function useOutbox<T>(box: Box<T>, onRefused: (refused: Refused<T>) => void) {
  const outbox = makeOutbox(box, onRefused)
  onMounted(outbox.start)
  onBeforeUnmount(outbox.stop)
  return outbox
}
