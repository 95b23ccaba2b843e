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

  /** Whether work that answers nothing went through. */
  const succeeds = async (work: () => Promise<unknown>): Promise<boolean> =>
    (await attempt(() => work().then(() => true))) ?? false

  const at = (pointer: string): string[] =>
    problem.value?.errors.filter((e) => e.pointer === pointer).map((e) => e.message) ?? []

  /** The sentence for the whole form. */
  const sentence = computed(() => (problem.value ? problem.value.detail : ''))

  /** Whether the refusal was a question that the person may answer with “yes, so it is”. */
  const question = computed(() => problem.value?.question ?? false)

  /** The sentence for the foot of a form: empty where a field says it already. */
  function foot(...fields: string[]): string {
    return fields.some((pointer) => at(pointer).length) && !question.value ? '' : sentence.value
  }

  return { problem, attempt, succeeds, at, sentence, question, foot }
}
