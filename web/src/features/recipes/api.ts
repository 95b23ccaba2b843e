import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'
import { wantedShare } from '@/shared/drawing/doses'

export type Recipe = Schemas['Recipe']
export type RecipeRequest = Schemas['RecipeRequest']
export type StepRequest = RecipeRequest['steps'][number]
export type StarterRecipe = Schemas['StarterRecipe']
export type Rung = Schemas['Rung']

export const useRecipes = () =>
  useQuery({
    queryKey: ['recipes'],
    queryFn: () => unwrap(http.GET('/api/v1/recipes/', { params: { query: { page_size: 500 } } })),
  })

/** One version of a recipe, also one that was replaced. */
export const useRecipe = (id: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: ['recipe', id],
    queryFn: () => unwrap(http.GET('/api/v1/recipes/{id}/', { params: { path: { id: toValue(id) ?? 0 } } })),
    enabled: () => toValue(id) !== null,
  })

export const useWriteRecipe = () => useChange((body: RecipeRequest) => unwrap(http.POST('/api/v1/recipes/', { body })))

export const useStarters = () =>
  useQuery({
    queryKey: ['starters'],
    queryFn: () => unwrap(http.GET('/api/v1/recipes/starters/')),
    staleTime: Infinity,
  })

/** The general starter recipes that the nursery does not have. */
export const useAddStarters = () => useChange(() => unwrap(http.POST('/api/v1/recipes/starters/')))

export const checkRecipe = (steps: StepRequest[], dormancy: Schemas['Dormancy'] | null = null) =>
  unwrap(http.POST('/api/v1/recipes/check/', { body: { steps, dormancy } }))

export const useLadder = () =>
  useChange(({ id, body }: { id: number; body: Schemas['LadderRequest'] }) =>
    unwrap(http.POST('/api/v1/recipes/{id}/ladder/', { params: { path: { id } }, body })),
  )

export const useDormancy = (lot: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: ['lot', lot, 'dormancy'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/dormancy/', { params: { path: { id: toValue(lot) ?? 0 } } })),
    enabled: () => (toValue(lot) ?? 0) > 0,
  })

/** What people concluded of a recipe, in any of its editions. */
export const useRecipeConclusions = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['recipe', id, 'conclusions'],
    queryFn: () => unwrap(http.GET('/api/v1/recipes/{id}/conclusions/', { params: { path: { id: toValue(id) } } })),
  })

/** The dose series over lots and years that a recipe is a dose of, by plant. */
export const useRecipeDoses = (id: MaybeRefOrGetter<number>, share: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: ['recipe', id, 'doses', share],
    queryFn: () => {
      const query = wantedShare(toValue(share))
      return unwrap(http.GET('/api/v1/recipes/{id}/doses/', { params: { path: { id: toValue(id) }, query } }))
    },
    placeholderData: keepPreviousData,
  })

/** What one version of a recipe did so far, by plant. */
export const useRecipeResults = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['recipe', id, 'results'],
    queryFn: () => unwrap(http.GET('/api/v1/recipes/{id}/results/', { params: { path: { id: toValue(id) } } })),
  })
