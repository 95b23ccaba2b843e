import { useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'

export type Overview = Schemas['TrialOverview']
export type Comparison = Schemas['TrialComparison']
export type TreatmentResult = Schemas['TreatmentResult']
export type Indices = Schemas['Indices']

export const useOverview = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'overview'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/overview/', { params: { path: { id: toValue(id) } } })),
  })

export const useStory = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'story'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/story/', { params: { path: { id: toValue(id) } } })),
  })

export const useTrialHistory = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'history'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/history/', { params: { path: { id: toValue(id) } } })),
  })

export const useComparison = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['trial', id, 'comparison'],
    queryFn: () => unwrap(http.GET('/api/v1/trials/{id}/comparison/', { params: { path: { id: toValue(id) } } })),
  })
