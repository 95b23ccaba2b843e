import { computed, ref } from 'vue'
import { Problem } from '@/shared/api/problem'

/** The last refusal of a form: one sentence for the whole, and messages at the fields it points to. */
export function useProblem() {
  const problem = ref<Problem | null>(null)

  async function attempt<T>(work: () => Promise<T>): Promise<T | undefined> {
    problem.value = null
    try {
      return await work()
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      problem.value = error
      return undefined
    }
  }

  const at = (pointer: string): string[] =>
    problem.value?.errors.filter((e) => e.pointer === pointer).map((e) => e.message) ?? []

  /** The sentence for the whole form. */
  const sentence = computed(() => (problem.value ? problem.value.detail : ''))

  return { problem, attempt, at, sentence }
}
