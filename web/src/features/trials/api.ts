import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'

export type TrialRow = Schemas['TrialRow']
export type CountSheet = Schemas['CountSheet']
export type CountDish = Schemas['CountDish']
export type NewLook = Schemas['NewLookRequest']
export type NewTrial = Schemas['NewTrialRequest']
export type SeedCost = Schemas['SeedCost']
export type NewClosing = Schemas['NewClosingRequest']

export const useTrials = (filter: MaybeRefOrGetter<{ lot?: number; search?: string }>) =>
  useQuery({
    queryKey: ['trials', filter],
    queryFn: () => unwrap(http.GET('/api/v1/trials/', { params: { query: { ...toValue(filter), page_size: 200 } } })),
    placeholderData: keepPreviousData,
  })

export const useCountSheet = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'count-sheet'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/count-sheet/', { params: { path: { id: toValue(id) } } })),
    // the round in hand is not pulled from under the thumb
    refetchOnWindowFocus: false,
    gcTime: 0,
  })

export const postLook = (body: NewLook) => unwrap(http.POST('/api/v1/looks/', { body }))
export const postClosing = (body: NewClosing) => unwrap(http.POST('/api/v1/dishes/close/', { body }))

export const askSeedCost = (body: Schemas['SeedCostRequestRequest']) =>
  unwrap(http.POST('/api/v1/trials/seed-cost/', { body }))

export function useTrialChanges() {
  const queries = useQueryClient()
  const onSuccess = () => queries.invalidateQueries()
  return {
    layOut: useMutation({ mutationFn: (body: NewTrial) => unwrap(http.POST('/api/v1/trials/', { body })), onSuccess }),
    sow: useMutation({
      mutationFn: ({ id, sure }: { id: number; sure: boolean }) =>
        unwrap(http.POST('/api/v1/trials/{id}/sow/', { params: { path: { id } }, body: { sure } })),
      onSuccess,
    }),
    takeBackSowing: useMutation({
      mutationFn: (id: number) =>
        unwrap(http.POST('/api/v1/trials/{id}/take-back-sowing/', { params: { path: { id } } })),
      onSuccess,
    }),
    open: useMutation({
      mutationFn: ({ id, version }: { id: number; version: number }) =>
        unwrap(http.POST('/api/v1/trials/{id}/open/', { params: { path: { id } }, body: { version } })),
      onSuccess,
    }),
  }
}
