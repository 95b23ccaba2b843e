import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { postPhoto } from '@/shared/api/photos'
import { useChange } from '@/shared/composables/useChange'

export type TrialRow = Schemas['TrialRow']
export type CountSheet = Schemas['CountSheet']
export type CountDish = Schemas['CountDish']
export type LookView = Schemas['LookView']
export type NewLook = Schemas['NewLookRequest']
export type NewTrial = Schemas['NewTrialRequest']
export type NewClosing = Schemas['NewClosingRequest']
export type NewDeviation = Schemas['NewDeviationRequest']
export type QuestionPlan = Schemas['QuestionPlan']
export type SetUpSheet = Schemas['SetUpSheet']
export type NewPacketDay = Schemas['NewPacketDayRequest']
export type NewPacket = Schemas['NewPacketRequest']
export type Asks = Schemas['Question']

const at = (id: MaybeRefOrGetter<number>) => ({ params: { path: { id: toValue(id) } } })

export const useTrials = (filter: MaybeRefOrGetter<{ search?: string }>) =>
  useQuery({
    queryKey: ['trials', filter],
    queryFn: () => unwrap(http.GET('/api/v1/trials/', { params: { query: { ...toValue(filter), page_size: 200 } } })),
    placeholderData: keepPreviousData,
  })

export const fetchCountSheet = (id: number) => unwrap(http.GET('/api/v1/trials/{id}/count-sheet/', at(id)))

export const useCountSheet = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'count-sheet'],
    queryFn: () => fetchCountSheet(toValue(id)),
    // the round in hand is not pulled from under the thumb
    refetchOnWindowFocus: false,
    gcTime: 0,
  })

export const useSetUp = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'set-up'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/set-up/', at(id))),
  })

export const useDishLooks = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['dish', id, 'looks'],
    queryFn: () => unwrap(http.GET('/api/v1/dishes/{id}/looks/', at(id))),
    enabled: () => toValue(id) > 0,
  })

export const fetchDesign = (id: number) => unwrap(http.GET('/api/v1/trials/{id}/design/', at(id)))

export type LotsTogether = Schemas['LotsTogether']

/** The lots that questions about several lots would compare with a lot. */
export const useLotsTogether = (lot: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: ['lot', lot, 'together'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/together/', at(toValue(lot) ?? 0))),
    enabled: () => toValue(lot) !== null,
  })

export const postLook = (body: NewLook) => unwrap(http.POST('/api/v1/looks/', { body }))
export const postClosing = (body: NewClosing) => unwrap(http.POST('/api/v1/dishes/close/', { body }))

export const askPlan = (body: Schemas['PlanQuestionRequest']) =>
  unwrap(http.POST('/api/v1/trials/plan-question/', { body }))

export type Worth = Schemas['WorthView']
export type WeighedDesign = Schemas['WeighedDesign']

export const askWorth = ({ lot, body }: { lot: number; body: Schemas['WeighTestRequest'] }) =>
  unwrap(http.POST('/api/v1/lots/{id}/weigh-test/', { params: { path: { id: lot } }, body }))

type At<T = object> = { id: number } & T

export function useTrialChanges() {
  return {
    layOut: useChange((body: NewTrial) => unwrap(http.POST('/api/v1/trials/', { body }))),
    layOutPackets: useChange((body: NewPacketDay) => unwrap(http.POST('/api/v1/trials/packet-day/', { body }))),
    sow: useChange(({ id, ...body }: At<Schemas['SowRequest']>) =>
      unwrap(http.POST('/api/v1/trials/{id}/sow/', { ...at(id), body })),
    ),
    takeBackSowing: useChange((id: number) => unwrap(http.POST('/api/v1/trials/{id}/take-back-sowing/', at(id)))),
    open: useChange(({ id, version }: At<{ version: number }>) =>
      unwrap(http.POST('/api/v1/trials/{id}/open/', { ...at(id), body: { version } })),
    ),
    addTreatment: useChange(({ id, ...body }: At<Schemas['AddTreatmentRequest']>) =>
      unwrap(http.POST('/api/v1/trials/{id}/add-treatment/', { ...at(id), body })),
    ),
    retreatUngerminated: useChange(({ id, ...body }: At<Schemas['RetreatRequest']>) =>
      unwrap(http.POST('/api/v1/trials/{id}/retreat-ungerminated/', { ...at(id), body })),
    ),
    addPhoto: useChange(async ({ id, photo, words }: At<{ photo: Blob; words: string }>) => {
      const client_id = crypto.randomUUID()
      await postPhoto(client_id, photo)
      return unwrap(http.POST('/api/v1/trials/{id}/photos/', { ...at(id), body: { photo: client_id, words } }))
    }),
    deviate: useChange(({ id, ...body }: At<NewDeviation>) =>
      unwrap(http.POST('/api/v1/trials/{id}/deviations/', { ...at(id), body })),
    ),
    takeBackDeviation: useChange((id: number) => unwrap(http.POST('/api/v1/deviations/{id}/take-back/', at(id)))),
  }
}

export function useDishChanges() {
  return {
    reopen: useChange((id: number) => unwrap(http.POST('/api/v1/dishes/{id}/reopen/', at(id)))),
    setAside: useChange(({ id, why }: At<{ why: string }>) =>
      unwrap(http.POST('/api/v1/dishes/{id}/set-aside/', { ...at(id), body: { why } })),
    ),
    takeBackSetAside: useChange((id: number) => unwrap(http.POST('/api/v1/dishes/{id}/take-back-set-aside/', at(id)))),
    takeBackStretch: useChange((id: number) => unwrap(http.POST('/api/v1/dishes/{id}/take-back-stretch/', at(id)))),
    correct: useChange(postLook),
  }
}
