import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type Person = Schemas['Person']

export const fetchSession = () => unwrap(http.GET('/api/v1/session/'))
export const postSignIn = (username: string, password: string) =>
  unwrap(http.POST('/api/v1/session/', { body: { username, password } }))
export const patchFormats = (body: Schemas['PatchedFormatsRequest']) => unwrap(http.PATCH('/api/v1/session/', { body }))
export const deleteSession = () => unwrap(http.DELETE('/api/v1/session/'))

export const useWorkYear = () =>
  useQuery({ queryKey: ['work-year'], queryFn: () => unwrap(http.GET('/api/v1/work-year/')) })

export const useChangeWorkYear = () =>
  useChange((body: Schemas['PatchedWorkYearChangeRequest']) => unwrap(http.PATCH('/api/v1/work-year/', { body })))

export const useCalendarFeed = () =>
  useQuery({ queryKey: ['calendar-feed'], queryFn: () => unwrap(http.GET('/api/v1/calendar-feed/')) })

export const useMakeFeed = () => useChange(() => unwrap(http.POST('/api/v1/calendar-feed/')))

export const useRevokeFeed = () => useChange(() => unwrap(http.DELETE('/api/v1/calendar-feed/')))
