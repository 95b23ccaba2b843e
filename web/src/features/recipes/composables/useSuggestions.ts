import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useDormancy, useRecipes, useWriteRecipe, type Recipe } from '../api'
import { sameTreatment } from '../logic/steps'

/** The treatments that the reading of a lot's dormancy holds worth comparing, and making recipes of them. */
export function useSuggestions(lot: MaybeRefOrGetter<number>) {
  const { data } = useDormancy(() => toValue(lot))
  const { data: recipes } = useRecipes()
  const write = useWriteRecipe()
  const { attempt, sentence } = useProblem()
  const treated = computed(() => data.value?.treatments.filter((t) => t.steps.length) ?? [])

  /** The suggested treatments as recipes: one of the same steps is used again; null where one was refused. */
  async function make(): Promise<Recipe[] | null> {
    const found: Recipe[] = []
    for (const t of treated.value) {
      const there = recipes.value?.results ?? []
      const known = there.find((r) => sameTreatment(r.steps, t.steps))
      const taken = there.some((r) => r.name === t.name)
      const made =
        known ??
        (await attempt(() =>
          write.mutateAsync({
            name: taken ? `${t.name}, suggested` : t.name,
            note: t.why,
            source: 'suggested for the likely dormancy (starting point)',
            steps: t.steps.map((s) => ({
              kind: s.kind,
              duration: s.duration,
              unit: s.unit,
              duration_max: s.duration_max ?? null,
              temperature_c: s.temperature_c ?? null,
            })),
          }),
        ))
      if (!made) return null
      found.push(made)
    }
    return found
  }

  return { data, treated, make, making: write.isPending, sentence }
}
