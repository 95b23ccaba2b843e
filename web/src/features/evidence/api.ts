import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { useChange } from '@/shared/composables/useChange'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { finished, heard, type Tell } from '@/shared/api/lines'
import { wantedShare } from '@/shared/drawing/doses'

export type Overview = Schemas['TrialOverview']
export type Comparison = Schemas['TrialComparison']
export type TreatmentResult = Schemas['TreatmentResult']
export type DecisionPage = Schemas['DecisionPage']
export type Decision = Schemas['TrialDecision']
export type DecisionOption = Schemas['DecisionOption']
export type Aim = Schemas['DecisionAim']
export type TrialReport = Schemas['TrialReport']
export type NextTest = Schemas['NextTest']
export type CompareOptions = Pick<Comparison, 'basis' | 'clock'> & { curve: Comparison['curve'] }
export type Indices = Schemas['Indices']

export type TrialFigures = Schemas['TrialFigures']

export const fetchTrialFigures = (ids: string) =>
  unwrap(http.GET('/api/v1/figures/trials/', { params: { query: { ids } } }))

export const useOverview = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'overview'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/overview/', { params: { path: { id: toValue(id) } } })),
  })

export const useTimeline = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'timeline'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/timeline/', { params: { path: { id: toValue(id) } } })),
  })

export const useTrialHistory = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'history'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/history/', { params: { path: { id: toValue(id) } } })),
  })

export const useComparison = (id: MaybeRefOrGetter<number>, options: MaybeRefOrGetter<CompareOptions>) =>
  useQuery({
    queryKey: ['trial', id, 'comparison', options],
    queryFn: () => {
      const { basis, clock, curve } = toValue(options)
      const query = { basis, clock, ...(curve ? { curve } : {}) }
      return unwrap(http.GET('/api/v1/trials/{id}/comparison/', { params: { path: { id: toValue(id) }, query } }))
    },
    // what was seen stays while another basis or clock of the same trial is read
    placeholderData: (before) => (before?.id === toValue(id) ? before : undefined),
  })

export const useTrialDoses = (id: MaybeRefOrGetter<number>, share: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: ['trial', id, 'doses', share],
    queryFn: () => {
      const query = wantedShare(toValue(share))
      return unwrap(http.GET('/api/v1/trials/{id}/doses/', { params: { path: { id: toValue(id) }, query } }))
    },
    placeholderData: keepPreviousData,
  })

export const usePlanDoses = (id: MaybeRefOrGetter<number>) =>
  useChange((lot: number | null) =>
    unwrap(http.POST('/api/v1/trials/{id}/next-doses/', { params: { path: { id: toValue(id) } }, body: { lot } })),
  )

export const useTrialWorth = (
  id: MaybeRefOrGetter<number>,
  asked: MaybeRefOrGetter<{ wanted: number | null; belief: number; lot: number | null }>,
) =>
  useQuery({
    queryKey: ['trial', id, 'worth', asked],
    queryFn: () => {
      const { wanted, belief, lot } = toValue(asked)
      const query = { belief, ...(wanted === null ? {} : { wanted }), ...(lot === null ? {} : { lot }) }
      return unwrap(http.GET('/api/v1/trials/{id}/worth/', { params: { path: { id: toValue(id) }, query } }))
    },
    placeholderData: keepPreviousData,
  })

export const useEarlier = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'earlier'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/earlier/', { params: { path: { id: toValue(id) } } })),
  })

/** The decision on a trial under an aim; without one, the nursery's. */
export const useDecision = (
  id: MaybeRefOrGetter<number>,
  aim: MaybeRefOrGetter<Aim | null>,
  lot: MaybeRefOrGetter<number | null>,
) =>
  useQuery({
    queryKey: ['trial', id, 'decision', aim, lot],
    queryFn: () => {
      const [weighed, of] = [toValue(aim), toValue(lot)]
      const query = { ...(weighed ? { aim: weighed } : {}), ...(of === null ? {} : { lot: of }) }
      return unwrap(http.GET('/api/v1/trials/{id}/decision/', { params: { path: { id: toValue(id) }, query } }))
    },
    // what was seen stays while it is weighed by another aim
    placeholderData: (before) => (before?.trial === toValue(id) ? before : undefined),
  })

export type PacketDay = Schemas['PacketDay']
export type PacketResult = PacketDay['packets'][number]

export const usePackets = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'packets'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/packets/', { params: { path: { id: toValue(id) } } })),
  })

export const usePlanPackets = () =>
  useChange((body: Schemas['PlanPacketsRequest']) => unwrap(http.POST('/api/v1/sowing-plans/of-packets/', { body })))

export const useReport = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'report'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/report/', { params: { path: { id: toValue(id) } } })),
  })

export function useDecisionChanges(id: number) {
  return {
    conclude: useChange((body: Schemas['NewConclusionRequest']) =>
      unwrap(http.POST('/api/v1/trials/{id}/conclusions/', { params: { path: { id } }, body })),
    ),
    takeBack: useChange((conclusion: number) =>
      unwrap(http.POST('/api/v1/conclusions/{id}/take-back/', { params: { path: { id: conclusion } } })),
    ),
    planNext: useChange((body: { test: NextTest; lot: number | null }) =>
      unwrap(http.POST('/api/v1/trials/{id}/next/', { params: { path: { id } }, body })),
    ),
  }
}

/** The report as a PDF, with each step told as it begins. */
export async function makeReport(id: number, tell: Tell): Promise<{ name: string; pdf: string }> {
  const answer = await http.GET('/api/v1/trials/{id}/report/making/', { params: { path: { id } }, parseAs: 'stream' })
  return finished(await heard<{ name: string; pdf: string }>(await unwrap(Promise.resolve(answer)), tell))
}
