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

const isSize = (n: number) => Number.isInteger(n) && n > 0

/** What a test that is being laid out is worth in plants, asked a moment after the last change. */
export function useWorth(weighed: Ref<Weighed>) {
  const wanted = ref<number | null>(null)
  const belief = ref(STARTING_BELIEF)
  const body = computed(() => {
    const { lot, treatments, bags, dishes, seeds_per_dish } = weighed.value
    // one treatment has nothing to be chosen from; a size that is being typed is weighed once it is one
    if (lot === null || treatments.length < 2) return null
    const size = isSize(dishes) && isSize(seeds_per_dish) ? { dishes, seeds_per_dish } : {}
    const rows = treatments.map((t, i) => {
      const { name, recipe, steps } = laidOf(t, bags)
      return { name: name || `treatment ${i + 1}`, recipe: recipe ?? null, ...(steps ? { steps } : {}) }
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
