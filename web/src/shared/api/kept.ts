import { ref } from 'vue'

/** Name of the answers that the worker keeps for hours without signal; spelled the same in worker/sw.ts. */
const ANSWERS = 'awake-furrow-answers'

/** When the oldest answer on the page was given, where it came from this device; null while the server answers. */
export const keptAt = ref<string | null>(null)

export function noteKept(at: string | null) {
  keptAt.value = at
}

/** What one person saw is not left for the next. */
export async function forgetAnswers() {
  if ('caches' in window) await caches.delete(ANSWERS)
}
