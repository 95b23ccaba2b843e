import { ref, watch, type Ref } from 'vue'
import { Problem } from '@/shared/api/problem'
import type { Schemas } from '@/shared/api/http'
import { readMarks, type MarksRead } from '../api'

const PAUSE_MS = 250

/** What the marks come to by the server's reckoning, a moment after each change: the error of the count, and sizes. */
export function useMarksRead(photos: Ref<Schemas['PhotoMarksRequest'][]>) {
  const read = ref<MarksRead | null>(null)
  const trouble = ref('')
  let turn = 0
  let timer = 0

  async function ask(now: Schemas['PhotoMarksRequest'][]) {
    const mine = ++turn
    try {
      // what the seeds weigh changes neither
      const answer = await readMarks(now.map((p) => ({ ...p, mass_g: null })))
      if (mine === turn) [read.value, trouble.value] = [answer, '']
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      if (mine === turn) trouble.value = error.detail
    }
  }
  watch(
    photos,
    (now) => {
      window.clearTimeout(timer)
      if (!now.length) {
        turn++
        read.value = null
      } else timer = window.setTimeout(() => void ask(now), PAUSE_MS)
    },
    { deep: true },
  )
  return { read, trouble }
}
