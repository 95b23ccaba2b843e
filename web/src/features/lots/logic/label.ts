import { numberOrNull } from '@/shared/format/numbers'
import type { LineRead, LotRequest } from '../api'
import { asRequest, lotForm } from './lotForm'

/** The amount on a label, as it is typed. */
export interface LabelAmount {
  unit: NonNullable<LotRequest['unit']> | 'later'
  number: string
  known: NonNullable<LotRequest['known']>
}

/** Everything on a label. */
export interface Label {
  lot: LotRequest
  code: string
  place: number | null
  amount: LabelAmount
}

/** The fields that stand on the label itself; the rest is behind “More”. */
export const ON_LABEL = ['field_name', 'origin_kind', 'origin_place', 'leave', 'collected_on', 'collector', 'parents']
/** What lots of one day have in common. */
const SHARED = ['origin_kind', 'origin_place', 'leave', 'altitude_band', 'collected_on', 'collected_precision', 'collector', 'purpose'] as const // prettier-ignore

export const emptyLabel = (): Label => ({
  lot: lotForm(),
  code: '',
  place: null,
  amount: { unit: 'later', number: '', known: 'counted' },
})

/** A new label for the next lot of the same day and place: what is shared stays. */
export function nextLabel(label: Label): Label {
  const next = emptyLabel()
  const shared = Object.fromEntries(SHARED.map((name) => [name, label.lot[name]]))
  return {
    ...next,
    lot: { ...next.lot, ...shared },
    place: label.place,
    amount: { ...next.amount, unit: label.amount.unit },
  }
}

/** The label with what a line of text says; what the line does not name stays. */
export function withLine(label: Label, line: LineRead): Label {
  const lot: LotRequest = { ...label.lot }
  if (line.taxon !== null) lot.taxon = line.taxon
  if (line.field_name) lot.field_name = line.field_name
  if (line.collected_on) {
    lot.collected_on = line.collected_on
    lot.collected_precision = line.collected_precision ?? 'day'
  }
  if (line.parents !== null) lot.parents = line.parents
  if (line.origin_place) lot.origin_place = line.origin_place
  if (line.claimed_percent !== null) lot.claimed_percent = line.claimed_percent
  if (line.claimed_days !== null) lot.claimed_days = line.claimed_days
  if (line.note) lot.note = line.note
  const amount =
    line.amount === null
      ? label.amount
      : { unit: line.unit ?? 'seeds', number: String(line.amount), known: line.known ?? 'counted' }
  return { lot, code: line.code || label.code, place: line.place ?? label.place, amount }
}

/** The label as the server takes it. */
export function requestOf({ lot, code, place, amount }: Label): LotRequest {
  const number = amount.unit === 'later' ? null : numberOrNull(amount.number)
  // what is no number is refused at its field by the server, and not lost on the way
  const sent = Number.isNaN(number) ? (amount.number as unknown as number) : number
  const measured =
    sent === null || amount.unit === 'later' ? {} : { amount: sent, unit: amount.unit, known: amount.known }
  return { ...asRequest(lot), code, place, ...measured }
}
