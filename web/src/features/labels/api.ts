import { http, unwrap, type Schemas } from '@/shared/api/http'

export type LabelsRequest = Schemas['LabelsRequest']
export type CodeTarget = Schemas['CodeTarget']

export const findCode = (code: string) => unwrap(http.GET('/api/v1/codes/{code}/', { params: { path: { code } } }))

/** The labels as a PDF. */
export const printLabels = async (body: LabelsRequest): Promise<Blob> =>
  (await unwrap(http.POST('/api/v1/labels/', { body, parseAs: 'blob' }))) as unknown as Blob
