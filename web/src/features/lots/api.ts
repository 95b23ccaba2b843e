import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import type { paths } from '@/shared/api/schema'
import { postPhoto } from '@/shared/api/photos'
import { useChange } from '@/shared/composables/useChange'
import { PAGE, usePages } from '@/shared/composables/usePages'

export type LotRow = Schemas['LotRow']
export type LotFigures = Schemas['LotFigures']
type LotOrder = NonNullable<paths['/api/v1/lots/']['get']['parameters']['query']>['order']
export type Lot = Schemas['Lot']
export type LotRequest = Schemas['NewLotRequest']
export type LineRead = Schemas['LineRead']
export type LotPage = Schemas['LotPage']
export type LotBench = Schemas['LotBench']
export type PhotoMarks = Schemas['PhotoMarksRequest']
export type MarksRead = Schemas['MarksRead']
export type CountedBefore = Schemas['CountedBefore']
export type StockLine = Schemas['StockLine']
export type HarvestRequest = Schemas['HarvestRequest']

type Id = MaybeRefOrGetter<number>
const path = (id: Id) => ({ path: { id: toValue(id) } })

export const useLots = (search: MaybeRefOrGetter<string> = '', pageSize: MaybeRefOrGetter<number> = 200) =>
  useQuery({
    queryKey: ['lots', search, pageSize],
    queryFn: () =>
      unwrap(
        http.GET('/api/v1/lots/', {
          params: { query: { search: toValue(search) || undefined, page_size: toValue(pageSize) } },
        }),
      ),
    placeholderData: keepPreviousData,
  })

export interface LotsAsked {
  search: string
  order: string
  ended?: boolean
  tested?: boolean
  trouble?: boolean
}

/** All lots that are asked for, page by page as they come into view. */
export const useLotPages = (asked: () => LotsAsked) =>
  usePages<LotRow>(
    () => ['lots', 'pages', asked()],
    (page) =>
      unwrap(
        http.GET('/api/v1/lots/', {
          params: {
            query: {
              ...asked(),
              search: asked().search || undefined,
              order: asked().order as LotOrder,
              page,
              page_size: PAGE,
            },
          },
        }),
      ),
  )

export const fetchLotFigures = (ids: string) =>
  unwrap(http.GET('/api/v1/figures/lots/', { params: { query: { ids } } }))

/** Some lots as lines of the sheet, by their ids. */
export const fetchLotRows = async (ids: readonly number[]) =>
  ids.length
    ? (
        await unwrap(
          http.GET('/api/v1/lots/', {
            params: { query: { id: [...ids], page_size: ids.length } },
            querySerializer: { array: { style: 'form', explode: false } },
          }),
        )
      ).results
    : []

export const useMoveTogether = () =>
  useChange((body: Schemas['MoveTogetherRequest']) => unwrap(http.POST('/api/v1/lots/move/', { body })))

/** The trials of a lot. */
export const useTrialsOf = (lot: Id) =>
  useQuery({
    queryKey: ['trials', 'of-lot', lot],
    queryFn: () => unwrap(http.GET('/api/v1/trials/', { params: { query: { lot: toValue(lot), page_size: 200 } } })),
  })

/** One lot as a line of the sheet. */
export const useLotRow = (id: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: ['lots', 'row', id],
    queryFn: async () =>
      (await unwrap(http.GET('/api/v1/lots/', { params: { query: { id: [toValue(id) ?? 0] } } }))).results[0] ?? null,
    enabled: () => toValue(id) !== null,
  })

export const useLot = (id: Id) =>
  useQuery({
    queryKey: ['lot', id],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/', { params: path(id) })),
  })

export const useLotPage = (id: Id) =>
  useQuery({
    queryKey: ['lot', id, 'page'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/page/', { params: path(id) })),
  })

export const useLotLedger = (id: Id) =>
  useQuery({
    queryKey: ['lot', id, 'ledger'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/ledger/', { params: path(id) })),
  })

export const useLotHistory = (id: Id) =>
  useQuery({
    queryKey: ['lot', id, 'history'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/history/', { params: path(id) })),
  })

export const useLotPhotoCounts = (id: Id) =>
  useQuery({
    queryKey: ['lot', id, 'photo-counts'],
    queryFn: () => unwrap(http.GET('/api/v1/lots/{id}/photo-counts/', { params: path(id) })),
  })

export const fetchFound = (client_id: string) =>
  unwrap(http.GET('/api/v1/photo-counts/{client_id}/', { params: { path: { client_id } } }))

export const readMarks = (photos: Schemas['PhotoMarksRequest'][]) =>
  unwrap(http.POST('/api/v1/photo-counts/read/', { body: { photos } }))

export const useRecordCount = (id: Id) =>
  useChange((body: Schemas['RecordCountRequest']) =>
    unwrap(http.POST('/api/v1/lots/{id}/photo-counts/', { params: path(id), body })),
  )

export const useLabelPrints = (id: Id) =>
  useQuery({
    queryKey: ['lot', id, 'labels'],
    queryFn: () => unwrap(http.GET('/api/v1/labels/', { params: { query: { lot: toValue(id) } } })),
  })

export const readLotLine = (body: Schemas['LotLineRequest']) => unwrap(http.POST('/api/v1/lots/read-line/', { body }))
export const concludeLot = (body: Schemas['ConcludeRequest']) => unwrap(http.POST('/api/v1/lots/conclude/', { body }))

export const useAddLot = () => useChange((body: LotRequest) => unwrap(http.POST('/api/v1/lots/', { body })))

export const usePurposes = () =>
  useQuery({ queryKey: ['purposes'], queryFn: () => unwrap(http.GET('/api/v1/harvests/purposes/')) })

export const useHarvest = () => useChange((body: HarvestRequest) => unwrap(http.POST('/api/v1/harvests/', { body })))

export const useChangeLot = (id: Id) =>
  useChange((body: Schemas['PatchedLotChangeRequest']) =>
    unwrap(http.PATCH('/api/v1/lots/{id}/', { params: path(id), body })),
  )

/** Everything that is done with a lot; each is a record of its own. */
export function useLotWork(id: Id) {
  return {
    enterStock: useChange((body: Schemas['StockEntryRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/enter-stock/', { params: path(id), body })),
    ),
    correctStock: useChange((body: Schemas['CorrectionRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/correct-stock/', { params: path(id), body })),
    ),
    takeBackStock: useChange((entry: number) =>
      unwrap(http.POST('/api/v1/lots/{id}/take-back-stock/', { params: path(id), body: { entry } })),
    ),
    calibrate: useChange((body: Schemas['CalibrationRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/calibrate/', { params: path(id), body })),
    ),
    clean: useChange((body: Schemas['CleaningStepRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/clean/', { params: path(id), body })),
    ),
    dry: useChange((body: Schemas['DryingLookRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/dry/', { params: path(id), body })),
    ),
    test: useChange((body: Schemas['QualityTestRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/test/', { params: path(id), body })),
    ),
    takeBack: useChange((body: Schemas['RecordRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/take-back/', { params: path(id), body })),
    ),
    addPhoto: useChange(async (photo: Blob) => {
      const client_id = crypto.randomUUID()
      await postPhoto(client_id, photo)
      return unwrap(http.POST('/api/v1/lots/{id}/photos/', { params: path(id), body: { photo: client_id, words: '' } }))
    }),
    move: useChange((body: Schemas['MoveRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/move/', { params: path(id), body })),
    ),
    trouble: useChange((body: Schemas['TroubleRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/trouble/', { params: path(id), body })),
    ),
    end: useChange((body: Schemas['EndRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/end/', { params: path(id), body })),
    ),
    takeUpAgain: useChange((version: number) =>
      unwrap(http.POST('/api/v1/lots/{id}/take-up-again/', { params: path(id), body: { version } })),
    ),
    split: useChange((parts: Schemas['PartRequest'][]) =>
      unwrap(http.POST('/api/v1/lots/{id}/split/', { params: path(id), body: { parts } })),
    ),
    float: useChange((body: Schemas['FloatingRequest']) =>
      unwrap(http.POST('/api/v1/lots/{id}/float/', { params: path(id), body })),
    ),
    merge: useChange((body: Schemas['MergeRequest']) => unwrap(http.POST('/api/v1/lots/merge/', { body }))),
  }
}

interface Reading {
  mass_g: number
  stable: boolean
  simulated: boolean
}

/** Readings of the balance as they come; resolves with the one at rest. */
export async function weigh(expected: number | null, onReading: (reading: Reading) => void): Promise<Reading> {
  const { data, response } = await http.GET('/api/v1/balance/readings/', {
    params: { query: expected ? { expected_g: expected } : {} },
    parseAs: 'stream',
  })
  if (!response.ok || !data) throw new Error('The balance does not answer. Type the mass.')
  const reader = data.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { value, done } = await reader.read()
    rest += value ?? ''
    const lines = rest.split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines.filter(Boolean)) {
      const reading = JSON.parse(line) as Reading
      onReading(reading)
      if (reading.stable) {
        void reader.cancel()
        return reading
      }
    }
    if (done) throw new Error('The balance stopped before it came to rest. Weigh again, or type the mass.')
  }
}
