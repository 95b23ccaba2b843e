import { useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type BatchPage = Schemas['BatchPage']
export type BatchStep = Schemas['BatchStep']
export type PlanView = Schemas['PlanView']
export type PlanRequest = Schemas['PlanRequestRequest']
export type NewBatch = Schemas['NewBatchRequest']
export type NewBagLook = Schemas['NewBagLookRequest']
export type Bag = Schemas['Bag']
export type Timer = Schemas['Timer']
export type SupplyRow = Schemas['SupplyRow']

type Id = MaybeRefOrGetter<number>
const path = (id: Id) => ({ path: { id: toValue(id) } })

export const useBatch = (id: Id) =>
  useQuery({
    queryKey: ['batch', id],
    queryFn: () => unwrap(http.GET('/api/v1/batches/{id}/page/', { params: path(id) })),
  })

export const layPlan = (body: PlanRequest) => unwrap(http.POST('/api/v1/plan/', { body }))

export const usePutIn = () => useChange((body: NewBatch) => unwrap(http.POST('/api/v1/batches/', { body })))

export const usePutInBags = () =>
  useChange(({ trial, body }: { trial: number; body: Schemas['PutInBagsRequest'] }) =>
    unwrap(http.POST('/api/v1/trials/{id}/put-in-bags/', { params: { path: { id: trial } }, body })),
  )

/** What can be done with one batch. */
export function useBatchWork(id: Id) {
  return {
    begin: useChange((body: Schemas['BeginStepRequest']) =>
      unwrap(http.POST('/api/v1/batches/{id}/begin-step/', { params: path(id), body })),
    ),
    end: useChange((body: Schemas['EndStepRequest']) =>
      unwrap(http.POST('/api/v1/batches/{id}/end-step/', { params: path(id), body })),
    ),
    undoStep: useChange(() => unwrap(http.POST('/api/v1/batches/{id}/take-back-step/', { params: path(id) }))),
    move: useChange((body: Schemas['MoveBatchRequest']) =>
      unwrap(http.POST('/api/v1/batches/{id}/move/', { params: path(id), body })),
    ),
    split: useChange((body: Schemas['SplitBatchRequest']) =>
      unwrap(http.POST('/api/v1/batches/{id}/split/', { params: path(id), body })),
    ),
    takeOut: useChange((body: Schemas['TakeOutRequest']) =>
      unwrap(http.POST('/api/v1/batches/{id}/take-out/', { params: path(id), body })),
    ),
    putBack: useChange(() => unwrap(http.POST('/api/v1/batches/{id}/put-back/', { params: path(id) }))),
    planAgain: useChange((body: Schemas['PlanAgainRequest']) =>
      unwrap(http.POST('/api/v1/batches/{id}/plan-again/', { params: path(id), body })),
    ),
  }
}

/** End a step of any batch: timers show several at once. */
export const useEndStep = () =>
  useChange(({ batch, body }: { batch: number; body: Schemas['EndStepRequest'] }) =>
    unwrap(http.POST('/api/v1/batches/{id}/end-step/', { params: { path: { id: batch } }, body })),
  )

/** Timers with the tick at which the answer came: several pages share it, and some open seconds later. */
export async function fetchTimers() {
  const answer = await unwrap(http.GET('/api/v1/timers/'))
  return { ...answer, heardAt: performance.now() }
}

/** Timers that run. On their own page others' timers appear too (`watching`); elsewhere nothing is asked while none runs. */
export const useTimers = (watching = false) =>
  useQuery({
    queryKey: ['timers'],
    queryFn: fetchTimers,
    refetchInterval: (query) => (watching || query.state.data?.timers.length ? 30_000 : false),
  })

export const useSupplies = () =>
  useQuery({ queryKey: ['supplies'], queryFn: () => unwrap(http.GET('/api/v1/supplies/')) })

export const useMakeSupply = () =>
  useChange((body: Schemas['NewSupplyRequest']) => unwrap(http.POST('/api/v1/supplies/', { body })))

export const useChangeSupply = () =>
  useChange(({ id, body }: { id: number; body: Schemas['PatchedSupplyChangeRequest'] }) =>
    unwrap(http.PATCH('/api/v1/supplies/{id}/', { params: { path: { id } }, body })),
  )

export const useBagRounds = () =>
  useQuery({ queryKey: ['bag-rounds'], queryFn: () => unwrap(http.GET('/api/v1/bag-rounds/')) })

export const postBagLook = (body: NewBagLook) => unwrap(http.POST('/api/v1/bag-looks/', { body }))

export const useTakeBackLook = () =>
  useChange((id: number) => unwrap(http.POST('/api/v1/bag-looks/{id}/take-back/', { params: { path: { id } } })))

export const useTurns = () => useQuery({ queryKey: ['turns'], queryFn: () => unwrap(http.GET('/api/v1/turns/')) })

export const useAssignTurn = () =>
  useChange((body: Schemas['TurnRequest']) => unwrap(http.POST('/api/v1/turns/', { body })))

export const usePeople = () => useQuery({ queryKey: ['people'], queryFn: () => unwrap(http.GET('/api/v1/people/')) })
