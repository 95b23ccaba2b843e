import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type Taxon = Schemas['Taxon']

export const useTaxa = () =>
  useQuery({
    queryKey: ['taxa'],
    queryFn: () => unwrap(http.GET('/api/v1/taxa/', { params: { query: { page_size: 500 } } })),
  })

export type StarterPlant = Schemas['StarterPlant']

/** Notes for common plants that the nursery does not have yet. */
export const useStarterPlants = () =>
  useQuery({ queryKey: ['starter-plants'], queryFn: () => unwrap(http.GET('/api/v1/taxa/starters/')) })

export const useAddStarterPlant = () =>
  useChange((scientific_name: Schemas['AddStarterPlantRequest']['scientific_name']) =>
    unwrap(http.POST('/api/v1/taxa/starters/', { body: { scientific_name } })),
  )
