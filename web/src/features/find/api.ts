import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'

export type FoundRow = Schemas['FoundRow']

/** What the server finds, with what was opened lately first; earlier rows stay until the next ones are there. */
export const useFound = (typed: MaybeRefOrGetter<string>, recent: MaybeRefOrGetter<string[]>) =>
  useQuery({
    queryKey: ['find', typed, recent],
    queryFn: () =>
      unwrap(http.GET('/api/v1/find/', { params: { query: { q: toValue(typed), recent: toValue(recent) } } })),
    placeholderData: keepPreviousData,
  })
