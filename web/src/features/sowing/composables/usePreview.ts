import { ref, watch, type Ref } from 'vue'
import { Problem } from '@/shared/api/problem'
import { previewSowing, type SowingPreview, type SowingWish } from '../api'

const PAUSE_MS = 250

/** Asks the server what a wish takes and gives, a moment after the last change; an older answer never overtakes a newer one. */
export function usePreview(wish: Ref<SowingWish | null>) {
  const preview = ref<SowingPreview | null>(null)
  const problem = ref<Problem | null>(null)
  let asked = 0
  let timer = 0

  async function ask(body: SowingWish | null) {
    const turn = ++asked
    if (!body) {
      preview.value = null
      problem.value = null
      return
    }
    try {
      const answer = await previewSowing(body)
      if (turn !== asked) return
      preview.value = answer
      problem.value = null
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      if (turn === asked) problem.value = error
    }
  }

  watch(
    wish,
    (now) => {
      window.clearTimeout(timer)
      timer = window.setTimeout(() => void ask(now), PAUSE_MS)
    },
    { immediate: true, deep: true },
  )
  return { preview, problem }
}
