import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { asProblem } from '@/shared/api/problem'
import { heard, type Tell } from '@/shared/api/lines'
import { useChange } from '@/shared/composables/useChange'

export type FilePreview = Schemas['FilePreview']
export type Reading = Schemas['ReadingView']
export type CellProblem = Schemas['CellProblem']
export type Settled = Schemas['SettledRequest']

/** A refusal of a table names its cells beside the sentence. */
export interface ReadRefused {
  sentence: string
  question: boolean
  problems: CellProblem[]
}

const form = (file: File, settled: Partial<Settled>, more: Record<string, string> = {}) => {
  const body = new FormData()
  body.append('file', file)
  body.append('settled', JSON.stringify(settled))
  for (const [name, value] of Object.entries(more)) body.append(name, value)
  return body
}

export const useReadings = () => useQuery({ queryKey: ['files'], queryFn: () => unwrap(http.GET('/api/v1/files/')) })

export type OpenFormat = Schemas['OpenFormat']

export const useOpenFormats = () =>
  useQuery({
    queryKey: ['open-formats'],
    queryFn: () => unwrap(http.GET('/api/v1/standard-files/')),
    staleTime: Infinity,
  })

export const lookInto = (file: File, settled: Partial<Settled>) =>
  unwrap(
    http.POST('/api/v1/files/look-into/', {
      // the file and what was settled go as a form
      body: form(file, settled) as unknown as Schemas['FileRequest'],
      bodySerializer: (body) => body as unknown as FormData,
    }),
  )

/** Read a file in; each step is told as it begins. */
export async function readIn(
  file: File,
  settled: Partial<Settled>,
  clientId: string,
  sure: boolean,
  tell: Tell,
): Promise<Reading | ReadRefused> {
  const answer = await http.POST('/api/v1/files/', {
    body: form(file, settled, { client_id: clientId, sure: String(sure) }) as unknown as Schemas['NewReadingRequest'],
    bodySerializer: (body) => body as unknown as FormData,
    parseAs: 'stream',
  })
  return outcome(await unwrap(Promise.resolve(answer)), tell)
}

export async function readAgain(reading: number, clientId: string, tell: Tell): Promise<Reading | ReadRefused> {
  const answer = await http.POST('/api/v1/files/{id}/read-again/', {
    params: { path: { id: reading } },
    body: { client_id: clientId },
    parseAs: 'stream',
  })
  return outcome(await unwrap(Promise.resolve(answer)), tell)
}

async function outcome(stream: unknown, tell: Tell): Promise<Reading | ReadRefused> {
  const last = await heard<{ reading: Reading }>(stream, tell)
  if ('reading' in last) return last.reading
  if ('failed' in last) return { sentence: last.failed, question: false, problems: [] }
  const problem = asProblem(last.problem, last.problem.status)
  // a refused table names its cells beside the sentence
  const { problems } = last.problem as { problems?: CellProblem[] }
  return { sentence: problem.detail, question: problem.question, problems: problems ?? [] }
}

/** A small made-up sheet, as untidy as real ones are, to try it with. */
export async function sampleSheet(): Promise<File> {
  const answer = await fetch('/sample-counts.csv')
  return new File([await answer.blob()], 'old-notebook.csv', { type: 'text/csv' })
}

export const stopReading = (clientId: string) =>
  unwrap(http.POST('/api/v1/files/stop/', { body: { client_id: clientId } }))

export const useUndo = () =>
  useChange((reading: number) => unwrap(http.POST('/api/v1/files/{id}/undo/', { params: { path: { id: reading } } })))
