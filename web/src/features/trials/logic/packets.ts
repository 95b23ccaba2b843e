import type { LineRead, LotRow } from '@/features/lots'
import type { NewPacket } from '../api'

export const LEAST_SEEDS = 10
export const MOST_SEEDS = 50

/** A packet on the bench: a lot that is here, or what was read of a line; `seeds` of it are tested. */
export interface BenchPacket {
  key: number
  text: string
  lot: number | null
  code: string
  name: string
  taxon: number | null
  year: string
  collected_on: string | null
  collected_precision: NewPacket['collected_precision']
  claimed_percent: number | null
  claimed_days: number | null
  amount: number | null
  unit: NonNullable<NewPacket['unit']>
  known: NonNullable<NewPacket['known']>
  origin_place: string
  note: string
  seeds: number
  length_days: number | null
  questions: string[]
}

let keys = 0

const blank = (seeds: number): BenchPacket => ({
  key: ++keys,
  text: '',
  lot: null,
  code: '',
  name: '',
  taxon: null,
  year: '',
  collected_on: null,
  collected_precision: 'year',
  claimed_percent: null,
  claimed_days: null,
  amount: null,
  unit: 'seeds',
  known: 'counted',
  origin_place: '',
  note: '',
  seeds,
  length_days: null,
  questions: [],
})

/** Seeds to take of a packet: as many as the others, but no more than it holds. */
const taken = (usual: number, held: number | null) =>
  held === null ? usual : Math.max(Math.min(usual, held), Math.min(LEAST_SEEDS, held))

/** The packet that a line of text names. */
export function ofLine(text: string, line: LineRead, usual: number): BenchPacket {
  const plant = line.understood.find((u) => u.taken_for === 'plant')?.piece ?? line.field_name
  const counted = line.unit === 'seeds' ? line.amount : null
  return {
    ...blank(taken(usual, counted)),
    text,
    code: line.code,
    name: plant,
    taxon: line.taxon,
    year: line.collected_on?.slice(0, 4) ?? '',
    collected_on: line.collected_on,
    collected_precision: line.collected_precision ?? 'year',
    claimed_percent: line.claimed_percent,
    claimed_days: line.claimed_days,
    amount: line.amount,
    unit: line.unit ?? 'seeds',
    known: line.known ?? 'counted',
    origin_place: line.origin_place,
    note: line.note,
    // that a plant is not in the list is no question here: the packet keeps its name
    questions: [
      ...line.questions.filter((q) => !q.includes('No plant of the list')),
      ...(plant ? [] : ['Which plant is it?']),
    ],
  }
}

/** The packet that a lot is. */
export const ofLot = (row: LotRow, usual: number): BenchPacket => ({
  ...blank(taken(usual, row.stock.seeds)),
  lot: row.id,
  code: row.code,
  name: row.common_name,
  year: row.collected_on?.slice(0, 4) ?? '',
  amount: row.stock.seeds,
})

/** The packet as the server takes it. */
export const packetOf = (p: BenchPacket): NewPacket =>
  p.lot !== null
    ? { lot: p.lot, seeds: p.seeds, length_days: p.length_days }
    : {
        taxon: p.taxon,
        plant: p.taxon === null ? p.name : '',
        code: p.code,
        collected_on: p.collected_on,
        ...(p.collected_precision ? { collected_precision: p.collected_precision } : {}),
        claimed_percent: p.claimed_percent,
        claimed_days: p.claimed_days,
        amount: p.amount,
        unit: p.unit,
        known: p.known,
        origin_place: p.origin_place,
        note: p.note,
        seeds: p.seeds,
        length_days: p.length_days,
      }

/** What a packet claims, in few words; empty where it claims nothing. */
export const claimWords = (p: Pick<BenchPacket, 'claimed_percent' | 'claimed_days'>) =>
  [p.claimed_percent === null ? '' : `${p.claimed_percent} %`, p.claimed_days === null ? '' : `${p.claimed_days} days`]
    .filter(Boolean)
    .join(' in ')
