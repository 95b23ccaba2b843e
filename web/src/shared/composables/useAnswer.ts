import { ref, watch, type Ref } from 'vue'
import { Problem } from '@/shared/api/problem'

const PAUSE_MS = 200

/** Asks the server about what is being typed, a moment after the last change; an older answer never overtakes a newer one. */
export function useAnswer<B, A>(wanted: Ref<B | null>, ask: (body: B) => Promise<A>) {
  const answer = ref<A | null>(null) as Ref<A | null>
  const problem = ref<Problem | null>(null)
  let asked = 0
  let timer = 0

  async function now(body: B | null) {
    const turn = ++asked
    if (body === null) {
      answer.value = null
      problem.value = null
      return
    }
    try {
      const found = await ask(body)
      if (turn !== asked) return
      answer.value = found
      problem.value = null
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      if (turn === asked) problem.value = error
    }
  }

  watch(
    wanted,
    (body) => {
      window.clearTimeout(timer)
      timer = window.setTimeout(() => void now(body), PAUSE_MS)
    },
    { immediate: true, deep: true },
  )
  return { answer, problem }
}
