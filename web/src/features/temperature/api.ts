import { useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type LogPreview = Schemas['LogPreview']
/** What is said of a log's layout instead of the guess. */
export type LogSettings = Partial<Omit<Schemas['NewLogRequest'], 'file' | 'place' | 'sure'>>

type Id = MaybeRefOrGetter<number>

export const usePlaceTemperature = (id: Id) =>
  useQuery({
    queryKey: ['place-temperature', id],
    queryFn: () => unwrap(http.GET('/api/v1/place-temperatures/{id}/', { params: { path: { id: toValue(id) } } })),
  })

/** A body with a file, as the server reads it. */
function asForm(fields: Record<string, unknown>): FormData {
  const form = new FormData()
  for (const [key, value] of Object.entries(fields))
    if (value instanceof Blob) form.append(key, value, value instanceof File ? value.name : 'log.csv')
    else if (value !== undefined && value !== null) form.append(key, `${value as string | number | boolean}`)
  return form
}

export const lookInto = (file: File, said: LogSettings) =>
  unwrap(
    http.POST('/api/v1/temperature-logs/look-into/', {
      body: { file: file as unknown as string, ...said },
      bodySerializer: (body) => asForm(body as Record<string, unknown>),
    }),
  )

export const useImportLog = () =>
  useChange(({ file, place, said, sure }: { file: File; place: number; said: LogSettings; sure: boolean }) =>
    unwrap(
      http.POST('/api/v1/temperature-logs/', {
        body: { file: file as unknown as string, place, sure, ...said },
        bodySerializer: (body) => asForm(body as Record<string, unknown>),
      }),
    ),
  )

export const useTakeBackLog = () =>
  useChange((id: number) => unwrap(http.POST('/api/v1/temperature-logs/{id}/take-back/', { params: { path: { id } } })))

export const useRecordEvent = (id: Id) =>
  useChange((body: Schemas['NewEventRequest']) =>
    unwrap(http.POST('/api/v1/place-temperatures/{id}/record-event/', { params: { path: { id: toValue(id) } }, body })),
  )

/** The file that the simulated logger beside a place writes. */
export async function simulatedLogger(place: number): Promise<File> {
  const text = await unwrap(
    http.GET('/api/v1/place-temperatures/{id}/simulated-logger/', {
      params: { path: { id: place } },
      parseAs: 'text',
    }),
  )
  return new File([text as string], 'simulated-logger.csv', { type: 'text/csv' })
}
