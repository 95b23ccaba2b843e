import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'

export type Recipe = Schemas['Recipe']
export type RecipeRequest = Schemas['RecipeRequest']

export const useRecipes = () =>
  useQuery({
    queryKey: ['recipes'],
    queryFn: () => unwrap(http.GET('/api/v1/recipes/', { params: { query: { page_size: 500 } } })),
  })

export function useWriteRecipe() {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: (body: RecipeRequest) => unwrap(http.POST('/api/v1/recipes/', { body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['recipes'] }),
  })
}
