import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'

export type LotRow = Schemas['LotRow']
export type Lot = Schemas['Lot']
export type LotRequest = Schemas['LotRequest']
export type StockEntryRequest = Schemas['StockEntryRequest']

export const useLots = (search: MaybeRefOrGetter<string> = '', pageSize = 200) =>
  useQuery({
    queryKey: ['lots', search],
    queryFn: () =>
      unwrap(
        http.GET('/api/v1/lots/', { params: { query: { search: toValue(search) || undefined, page_size: pageSize } } }),
      ),
    placeholderData: keepPreviousData,
  })

export const useLot = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['lot', id],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/', { params: { path: { id: toValue(id) } } })),
  })

export const useLotLedger = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['lot', id, 'ledger'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/ledger/', { params: { path: { id: toValue(id) } } })),
  })

export const useLotHistory = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['lot', id, 'history'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/history/', { params: { path: { id: toValue(id) } } })),
  })

export const useTaxa = () =>
  useQuery({
    queryKey: ['taxa'],
    queryFn: () => unwrap(http.GET('/api/v1/taxa/', { params: { query: { page_size: 500 } } })),
  })

export const usePlaces = () =>
  useQuery({
    queryKey: ['places'],
    queryFn: () => unwrap(http.GET('/api/v1/places/', { params: { query: { page_size: 500 } } })),
  })

function useChange<V, R>(change: (value: V) => Promise<R>) {
  const queries = useQueryClient()
  return useMutation({ mutationFn: change, onSuccess: () => queries.invalidateQueries() })
}

export const useAddLot = () => useChange((body: LotRequest) => unwrap(http.POST('/api/v1/lots/', { body })))

export const useChangeLot = (id: MaybeRefOrGetter<number>) =>
  useChange((body: Schemas['PatchedLotChangeRequest']) =>
    unwrap(http.PATCH('/api/v1/lots/{id}/', { params: { path: { id: toValue(id) } }, body })),
  )

export const useEnterStock = (id: MaybeRefOrGetter<number>) =>
  useChange((body: StockEntryRequest) =>
    unwrap(http.POST('/api/v1/lots/{id}/enter-stock/', { params: { path: { id: toValue(id) } }, body })),
  )
