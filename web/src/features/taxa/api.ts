import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'

export type Taxon = Schemas['Taxon']

export const useTaxa = () =>
  useQuery({
    queryKey: ['taxa'],
    queryFn: () => unwrap(http.GET('/api/v1/taxa/', { params: { query: { page_size: 500 } } })),
  })
