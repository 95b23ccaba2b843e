import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { addressOf } from '@/shared/api/bench'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'
import { wantedShare } from '@/shared/drawing/doses'

export type SowingWish = Schemas['SowingWishRequest']
export type SowingPreview = Schemas['SowingPreview']
export type SowingPlan = Schemas['SowingPlan']
export type SowingPage = Schemas['SowingPage']
export type SowingRow = Schemas['SowingRow']
export type TrayView = Schemas['TrayView']
export type Stage = Schemas['OutcomeStage']
export type KnowledgeRow = Schemas['KnowledgeRow']
export type QuestionRow = Schemas['QuestionRow']
export type PlantKnowledge = Schemas['PlantKnowledge']

type Id = MaybeRefOrGetter<number>
const path = (id: Id) => ({ path: { id: toValue(id) } })

export const useSowings = () =>
  useQuery({ queryKey: ['sowings'], queryFn: () => unwrap(http.GET('/api/v1/sowing-plans/')) })

export const useSowing = (id: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: ['sowing', id],
    queryFn: () => unwrap(http.GET('/api/v1/sowing-plans/{id}/', { params: path(toValue(id) ?? 0) })),
    enabled: () => toValue(id) !== null,
  })

export const useSowingPage = (id: Id) =>
  useQuery({
    queryKey: ['sowing', id, 'page'],
    queryFn: () => unwrap(http.GET('/api/v1/sowing-plans/{id}/page/', { params: path(id) })),
  })

export const useBases = (lot: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: ['sowing-bases', lot],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/sowing-bases/', { params: { path: { id: toValue(lot) ?? 0 } } })),
    enabled: () => toValue(lot) !== null,
  })

export const previewSowing = (body: SowingWish) => unwrap(http.POST('/api/v1/sowing-plans/preview/', { body }))

export const useKeepPlan = () =>
  useChange((body: Schemas['NewSowingPlanRequest']) => unwrap(http.POST('/api/v1/sowing-plans/', { body })))

/** What is done with a plan that is kept. */
export function useSowingWork(id: Id) {
  return {
    treat: useChange((body: Schemas['TreatRequest']) =>
      unwrap(http.POST('/api/v1/sowing-plans/{id}/treat/', { params: path(id), body })),
    ),
    sow: useChange((body: Schemas['SowTraysRequest']) =>
      unwrap(http.POST('/api/v1/sowing-plans/{id}/sow/', { params: path(id), body })),
    ),
    takeBack: useChange(() => unwrap(http.POST('/api/v1/sowing-plans/{id}/take-back-sowing/', { params: path(id) }))),
    again: useChange((body: Schemas['PlanSowingAgainRequest']) =>
      unwrap(http.POST('/api/v1/sowing-plans/{id}/plan-again/', { params: path(id), body })),
    ),
    giveUp: useChange((body: Schemas['GiveUpRequest']) =>
      unwrap(http.POST('/api/v1/sowing-plans/{id}/give-up/', { params: path(id), body })),
    ),
  }
}

export const useOutcomes = () => ({
  record: useChange((body: Schemas['NewOutcomeRequest']) => unwrap(http.POST('/api/v1/outcomes/', { body }))),
  takeBack: useChange((outcome: number) =>
    unwrap(http.POST('/api/v1/outcomes/{id}/take-back/', { params: path(outcome) })),
  ),
})

export const useSeedlings = () =>
  useQuery({ queryKey: ['seedlings'], queryFn: () => unwrap(http.GET('/api/v1/seedlings/')) })

export const usePotFromDishes = () =>
  useChange((body: Schemas['SeedlingsRequest']) => unwrap(http.POST('/api/v1/trays/from-dishes/', { body })))

export const useQuestions = () =>
  useQuery({ queryKey: ['questions'], queryFn: () => unwrap(http.GET('/api/v1/open-questions/')) })

export const useKnowledge = () =>
  useQuery({ queryKey: ['knowledge'], queryFn: () => unwrap(http.GET('/api/v1/knowledge/')) })

export const usePlant = (of: MaybeRefOrGetter<{ kind: 'plant' | 'lot'; id: number }>) =>
  useQuery({
    queryKey: ['knowledge', of],
    queryFn: () => {
      const { kind, id } = toValue(of)
      return kind === 'lot'
        ? unwrap(http.GET('/api/v1/lots/{id}/knowledge/', { params: path(id) }))
        : unwrap(http.GET('/api/v1/taxa/{id}/knowledge/', { params: path(id) }))
    },
  })

export const usePlantDoses = (
  of: MaybeRefOrGetter<{ kind: 'plant' | 'lot'; id: number }>,
  share: MaybeRefOrGetter<number | null>,
) =>
  useQuery({
    queryKey: ['knowledge', of, 'doses', share],
    queryFn: () => {
      const { kind, id } = toValue(of)
      const params = { ...path(id), query: wantedShare(toValue(share)) }
      return kind === 'lot'
        ? unwrap(http.GET('/api/v1/lots/{id}/doses/', { params }))
        : unwrap(http.GET('/api/v1/taxa/{id}/doses/', { params }))
    },
    placeholderData: keepPreviousData,
  })

export const useAddPlant = () =>
  useChange((body: Schemas['TaxonRequest']) => unwrap(http.POST('/api/v1/taxa/', { body })))

export const useChangePlant = (id: Id) =>
  useChange((body: Schemas['PatchedTaxonChangeRequest']) =>
    unwrap(http.PATCH('/api/v1/taxa/{id}/', { params: path(id), body })),
  )

/** A PDF of the server by its address. */
export const sheetPdf = (id: number) => addressOf(`/api/v1/sowing-plans/${id}/sheet.pdf/`)
export const cardPdf = (lot: number) => addressOf(`/api/v1/lots/${lot}/card.pdf/`)
