import { useQuery } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type ThingKind = Schemas['ThingKind']
export interface ThingRef {
  kind: ThingKind
  id: number
}

export const useHistory = (thing: MaybeRefOrGetter<ThingRef>, wanted: MaybeRefOrGetter<boolean>) =>
  useQuery({
    queryKey: computed(() => ['history', toValue(thing)]),
    queryFn: () => unwrap(http.GET('/api/v1/history/', { params: { query: toValue(thing) } })),
    enabled: computed(() => toValue(wanted)),
  })

export const useChanges = () => useQuery({ queryKey: ['changes'], queryFn: () => unwrap(http.GET('/api/v1/changes/')) })

export const useDeleted = (wanted: boolean) =>
  useQuery({
    queryKey: ['deletions'],
    queryFn: () => unwrap(http.GET('/api/v1/deletions/')),
    enabled: wanted,
  })

/** Its page is left before anything is asked again: what is deleted would answer that it is not there. */
export const deleteThing = (body: ThingRef) => unwrap(http.POST('/api/v1/deletions/', { body }))

export const useUndoDeletion = () =>
  useChange((body: ThingRef) => unwrap(http.POST('/api/v1/deletions/undo/', { body })))
