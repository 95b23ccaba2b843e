import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type PlaceRow = Schemas['PlaceRow']
export type PlaceRequest = Schemas['PlaceRequest']

export const usePlaces = () =>
  useQuery({
    queryKey: ['places'],
    queryFn: () => unwrap(http.GET('/api/v1/places/', { params: { query: { page_size: 500 } } })),
  })

export const useAddPlace = () => useChange((body: PlaceRequest) => unwrap(http.POST('/api/v1/places/', { body })))

export const useChangePlace = () =>
  useChange(({ id, body }: { id: number; body: Schemas['PatchedPlaceChangeRequest'] }) =>
    unwrap(http.PATCH('/api/v1/places/{id}/', { params: { path: { id } }, body })),
  )
