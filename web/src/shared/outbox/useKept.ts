import { ref } from 'vue'
import { NOT_KEPT } from './outbox'

/** Whether a record is on the device before anything on the page says so; what could not be kept stays typed. */
export function useKept() {
  const notKept = ref('')

  async function keeps(work: () => Promise<unknown>): Promise<boolean> {
    notKept.value = ''
    try {
      await work()
      return true
    } catch {
      // the browser says why in words of its own, which differ from one to the next and help nobody at the bench
      notKept.value = NOT_KEPT
      return false
    }
  }
  return { notKept, keeps }
}
