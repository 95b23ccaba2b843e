import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'

export type Today = Schemas['Today']
export type BatchDay = Schemas['BatchDay']
export type RoundTask = Schemas['RoundTask']
export type BandStretch = Schemas['BandStretch']
export type WakingTrial = Schemas['WakingTrial']

export const fetchToday = () => unwrap(http.GET('/api/v1/today/'))
export const useToday = () => useQuery({ queryKey: ['today'], queryFn: fetchToday })
