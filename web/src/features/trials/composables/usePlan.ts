import { ref, watch, type Ref } from 'vue'
import { Problem } from '@/shared/api/problem'
import { askPlan, type Asks, type QuestionPlan } from '../api'

const PAUSE_MS = 200

export interface Wanted {
  lot: number | null
  asks: Asks
  treatments: number
  /** Null: propose them. */
  dishes: number | null
  seeds_per_dish: number | null
  expected: number | null
  difference: number | null
}

/** Asks the server what a layout can tell and costs, a moment after the last change; an older answer never overtakes a newer one. */
export function usePlan(wanted: Ref<Wanted>) {
  const plan = ref<QuestionPlan | null>(null)
  const trouble = ref('')
  let asked = 0
  let timer = 0

  async function ask({ lot, ...body }: Wanted) {
    asked += 1
    const turn = asked
    if (lot === null) {
      plan.value = null
      return
    }
    try {
      const answer = await askPlan({ ...body, lot })
      if (turn !== asked) return
      plan.value = answer
      trouble.value = ''
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      if (turn === asked) trouble.value = error.detail
    }
  }

  watch(
    wanted,
    (now) => {
      window.clearTimeout(timer)
      timer = window.setTimeout(() => void ask(now), PAUSE_MS)
    },
    { immediate: true, deep: true },
  )
  return { plan, trouble }
}
