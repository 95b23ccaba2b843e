import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type Aim = Schemas['DecisionAim']
export type FirstSteps = Schemas['FirstSteps']
export type Today = Schemas['Today']
export type BatchDay = Schemas['BatchDay']
export type RoundTask = Schemas['RoundTask']
export type BandStretch = Schemas['BandStretch']
export type WakingTrial = Schemas['WakingTrial']

export const fetchToday = () => unwrap(http.GET('/api/v1/today/'))
export const useToday = () => useQuery({ queryKey: ['today'], queryFn: fetchToday })

export const useDayRoute = () =>
  useQuery({ queryKey: ['today', 'route'], queryFn: () => unwrap(http.GET('/api/v1/today/route/')) })

export const useWorkYear = () =>
  useQuery({ queryKey: ['work-year'], queryFn: () => unwrap(http.GET('/api/v1/work-year/')) })

export const useChangeWorkYear = () =>
  useChange((body: Schemas['PatchedWorkYearChangeRequest']) => unwrap(http.PATCH('/api/v1/work-year/', { body })))

export const useCalendarFeed = () =>
  useQuery({ queryKey: ['calendar-feed'], queryFn: () => unwrap(http.GET('/api/v1/calendar-feed/')) })

export const useMakeFeed = () => useChange(() => unwrap(http.POST('/api/v1/calendar-feed/')))

export const useRevokeFeed = () => useChange(() => unwrap(http.DELETE('/api/v1/calendar-feed/')))
