import { computed, ref, type Ref } from 'vue'
import { useAnswer } from '@/shared/composables/useAnswer'
import { askWorth, type Worth } from '../api'
import { laidOf, type BenchTreatment } from '../logic/bench'

/** How many seeds a starting point weighs until somebody says otherwise. */
export const STARTING_BELIEF = 4

export interface Weighed {
  lot: number | null
  treatments: readonly BenchTreatment[]
  dishes: number
  seeds_per_dish: number
  bags: number
}

/** What a test that is being laid out is worth in plants, asked a moment after the last change. */
export function useWorth(weighed: Ref<Weighed>) {
  const wanted = ref<number | null>(null)
  const belief = ref(STARTING_BELIEF)
  const body = computed(() => {
    const { lot, treatments, bags, ...size } = weighed.value
    if (lot === null) return null
    const rows = treatments.map((t) => {
      const { name, recipe, steps } = laidOf(t, bags)
      return { name, recipe: recipe ?? null, ...(steps ? { steps } : {}) }
    })
    return {
      lot,
      body: { ...size, bags: Math.max(1, bags), treatments: rows, wanted: wanted.value, belief: belief.value },
    }
  })
  const { answer, problem, asking } = useAnswer(body, askWorth)
  return {
    worth: answer as Ref<Worth | null>,
    trouble: computed(() => problem.value?.detail ?? ''),
    asking,
    wanted,
    belief,
  }
}
