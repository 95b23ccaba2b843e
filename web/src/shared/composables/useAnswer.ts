import { ref, watch, type Ref } from 'vue'
import { Problem } from '@/shared/api/problem'

const PAUSE_MS = 200

/**
 * Asks the server about what is being typed, a moment after the last change; an older answer never overtakes a newer one.
 * With `live` it asks at once, for what is dragged, and while one question is under way only the latest change waits.
 */
export function useAnswer<B, A>(wanted: Ref<B | null>, ask: (body: B) => Promise<A>, { live = false } = {}) {
  const answer = ref<A | null>(null) as Ref<A | null>
  const problem = ref<Problem | null>(null)
  /** Whether the server is working on an answer. */
  const asking = ref(false)
  let asked = 0
  let timer = 0
  let underWay = false
  let waiting = false

  async function now(body: B | null) {
    const turn = ++asked
    if (body === null) {
      answer.value = null
      problem.value = null
      return
    }
    underWay = true
    asking.value = true
    try {
      const found = await ask(body)
      if (live || turn === asked) {
        answer.value = found
        problem.value = null
      }
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      if (turn === asked) problem.value = error
    } finally {
      underWay = false
      asking.value = false
      if (waiting) {
        waiting = false
        void now(wanted.value)
      }
    }
  }

  watch(
    wanted,
    (body) => {
      window.clearTimeout(timer)
      if (!live) timer = window.setTimeout(() => void now(body), PAUSE_MS)
      else if (underWay && body !== null) waiting = true
      else void now(body)
    },
    { immediate: true, deep: true },
  )
  return { answer, problem, asking }
}
