import { useQuery } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type Attempt = Schemas['AttemptView']
export type Bench = Schemas['BenchView']
export type BenchTrial = Bench['trials'][number]
export type Brief = Schemas['BriefView']
export type Result = Schemas['ResultView']
export type Says = Schemas['PracticeSays']
export type Mark = Schemas['PracticeMark']

const path = (id: number) => ({ path: { id: String(id) } })

export const usePractice = () =>
  useQuery({ queryKey: ['practice'], queryFn: () => unwrap(http.GET('/api/v1/practice/')) })

export const useBench = (id: number) =>
  useQuery({
    queryKey: ['practice', id],
    queryFn: () => unwrap(http.GET('/api/v1/practice/{id}/', { params: path(id) })),
    enabled: id > 0,
  })

/** What lies in the dishes of a trial today. */
export const useDishesSeen = (id: number, trial: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: computed(() => ['practice', id, 'dishes', toValue(trial)]),
    queryFn: () =>
      unwrap(
        http.GET('/api/v1/practice/{id}/dishes/', {
          params: { ...path(id), query: { trial: toValue(trial) ?? 0 } },
        }),
      ),
    enabled: computed(() => toValue(trial) !== null),
  })

export const useGroup = (id: number) =>
  useQuery({
    queryKey: ['practice', id, 'group'],
    queryFn: () => unwrap(http.GET('/api/v1/practice/{id}/group/', { params: path(id) })),
  })

export const useForgetResult = () =>
  useChange((id: number) =>
    unwrap(http.DELETE('/api/v1/practice/{id}/', { params: { ...path(id), query: { result_too: true } } })),
  )

export const useBegin = () =>
  useChange((body: Schemas['BeginRequest']) => unwrap(http.POST('/api/v1/practice/', { body })))

/** Opens the demo: made-up records on a bench of the user's own. The first time takes some seconds. */
export const useExplore = () => useChange(() => unwrap(http.POST('/api/v1/practice/explore/')))

/** Throws away a bench that is left: nothing is read from it again. */
export const discardBench = (id: number) => unwrap(http.DELETE('/api/v1/practice/{id}/', { params: path(id) }))

/** What is done on a bench that a helper or the calendar would do. */
export const useBenchWork = (id: number) => ({
  goOn: useChange((days: number) =>
    unwrap(http.POST('/api/v1/practice/{id}/go-on/', { params: path(id), body: { days } })),
  ),
  treatAndSow: useChange((trial: number) =>
    unwrap(http.POST('/api/v1/practice/{id}/treat-and-sow/', { params: path(id), body: { trial } })),
  ),
  countRound: useChange((trial: number) =>
    unwrap(http.POST('/api/v1/practice/{id}/count-round/', { params: path(id), body: { trial } })),
  ),
  cutAll: useChange((trial: number) =>
    unwrap(http.POST('/api/v1/practice/{id}/cut-all/', { params: path(id), body: { trial } })),
  ),
  conclude: useChange((body: Schemas['ConcludePracticeRequest']) =>
    unwrap(http.POST('/api/v1/practice/{id}/conclude/', { params: path(id), body })),
  ),
  letGo: useChange(() => unwrap(http.DELETE('/api/v1/practice/{id}/', { params: path(id) }))),
})
