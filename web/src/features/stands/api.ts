import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type StandRow = Schemas['StandRow']
export type Stand = Schemas['Stand']
export type StandRequest = Schemas['StandRequest']
export type StandTimeline = Schemas['StandTimeline']
export type SeasonView = Schemas['SeasonView']
export type VisitView = Schemas['VisitView']

/** A visit as it is kept on the device until the server has it. */
export type NewVisit = Omit<Schemas['NewVisitRequest'], 'photo'> & { photo: Blob | null }

export const useStands = (search: MaybeRefOrGetter<string> = '') =>
  useQuery({
    queryKey: ['stands', search],
    queryFn: () =>
      unwrap(
        http.GET('/api/v1/stands/', { params: { query: { search: toValue(search) || undefined, page_size: 500 } } }),
      ),
    placeholderData: keepPreviousData,
  })

export const useStand = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['stand', id],
    queryFn: () => unwrap(http.GET('/api/v1/stands/{id}/', { params: { path: { id: toValue(id) } } })),
    enabled: () => toValue(id) > 0,
  })

export const useStandTimeline = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['stand', id, 'timeline'],
    queryFn: () => unwrap(http.GET('/api/v1/stands/{id}/timeline/', { params: { path: { id: toValue(id) } } })),
  })

export const useStandSeason = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['stand', id, 'season'],
    queryFn: () => unwrap(http.GET('/api/v1/stands/{id}/season/', { params: { path: { id: toValue(id) } } })),
  })

export const useStandHistory = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['stand', id, 'history'],
    queryFn: () => unwrap(http.GET('/api/v1/stands/{id}/history/', { params: { path: { id: toValue(id) } } })),
  })

export const useStandLots = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['stand', id, 'lots'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/', { params: { query: { stand: toValue(id), page_size: 200 } } })),
  })

export const useAddStand = () => useChange((body: StandRequest) => unwrap(http.POST('/api/v1/stands/', { body })))

export const useChangeStand = (id: MaybeRefOrGetter<number>) =>
  useChange((body: Schemas['PatchedStandChangeRequest']) =>
    unwrap(http.PATCH('/api/v1/stands/{id}/', { params: { path: { id: toValue(id) } }, body })),
  )

export const useNameStand = (id: MaybeRefOrGetter<number>) =>
  useChange((body: Schemas['NameStandRequest']) =>
    unwrap(http.POST('/api/v1/stands/{id}/name-plant/', { params: { path: { id: toValue(id) } }, body })),
  )

export const useTakeBackVisit = () =>
  useChange((id: number) => unwrap(http.POST('/api/v1/visits/{id}/take-back/', { params: { path: { id } } })))

type Visited = string | number | boolean

/** A visit goes out as a form, so that its photo goes with it. */
export const postVisit = ({ photo, ...visit }: NewVisit) =>
  unwrap(
    http.POST('/api/v1/visits/', {
      body: { ...visit, photo: null },
      bodySerializer: () => {
        const form = new FormData()
        for (const [name, value] of Object.entries<Visited | readonly Visited[] | null | undefined>(visit)) {
          if (Array.isArray(value)) value.forEach((v) => form.append(name, String(v)))
          else if (value !== null && value !== undefined) form.append(name, String(value))
        }
        if (photo) form.append('photo', photo, 'photo.jpg')
        return form
      },
    }),
  )
