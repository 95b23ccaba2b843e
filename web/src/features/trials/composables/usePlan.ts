import { computed, type Ref } from 'vue'
import { useAnswer } from '@/shared/composables/useAnswer'
import { askPlan, type Asks } from '../api'

export interface Wanted {
  lot: number | null
  /** Further lots with the same treatments. */
  lots: readonly number[]
  asks: Asks
  treatments: number
  /** Null: propose them. */
  dishes: number | null
  seeds_per_dish: number | null
  /** Bags per treatment; 0 where no treatment is done in a bag. */
  bags: number
  expected: number | null
  difference: number | null
}

/** What a layout can tell and costs, asked while it is being changed. */
export function usePlan(wanted: Ref<Wanted>) {
  const body = computed(() => {
    const { lot, ...rest } = wanted.value
    return lot === null ? null : { ...rest, lot, lots: [...rest.lots] }
  })
  const { answer: plan, problem } = useAnswer(body, askPlan, { live: true })
  return { plan, trouble: computed(() => problem.value?.detail ?? '') }
}
