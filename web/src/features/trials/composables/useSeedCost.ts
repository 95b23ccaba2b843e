import { ref, watch, type Ref } from 'vue'
import { Problem } from '@/shared/api/problem'
import { askSeedCost, type SeedCost } from '../api'

const PAUSE_MS = 200

export interface Layout {
  lot: number | null
  treatments: number
  dishes: number
  seeds_per_dish: number
}

/** Asks the server what a layout costs, a moment after the last change; an older answer never overtakes a newer one. */
export function useSeedCost(layout: Ref<Layout>) {
  const cost = ref<SeedCost | null>(null)
  const trouble = ref('')
  let asked = 0
  let timer = 0

  async function ask(wanted: Layout) {
    if (wanted.lot === null) {
      cost.value = null
      return
    }
    asked += 1
    const turn = asked
    try {
      const answer = await askSeedCost({ ...wanted, lot: wanted.lot })
      if (turn !== asked) return
      cost.value = answer
      trouble.value = ''
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      if (turn === asked) trouble.value = error.detail
    }
  }

  watch(
    layout,
    (wanted) => {
      window.clearTimeout(timer)
      timer = window.setTimeout(() => void ask(wanted), PAUSE_MS)
    },
    { immediate: true, deep: true },
  )
  return { cost, trouble }
}
