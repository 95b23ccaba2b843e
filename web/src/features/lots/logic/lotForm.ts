import { isoDay } from '@/shared/format/dates'
import { numberOrNull } from '@/shared/format/numbers'
import { LOT_FIELDS, type LotField } from '@/shared/kinds'
import type { Lot, LotRequest } from '../api'

type Values = Record<string, unknown>

/** The lines of the form, in its order. */
export const FORM_LINES = [...new Set(LOT_FIELDS.map((f) => f.line))]

/** The fields that a line of the form asks for, of a lot as it is typed. */
export const askedIn = (line: LotField['line'], lot: LotRequest): LotField[] =>
  LOT_FIELDS.filter(
    (f) =>
      f.line === line &&
      (!f.asked_of.length || f.asked_of.includes(lot.origin_kind)) &&
      (!f.asked_with || Boolean((lot as unknown as Values)[f.asked_with])),
  )

/** With what an empty field begins; a list that holds nothing yet shows its label. */
const empty = (f: LotField): unknown => {
  if (f.begins === 'today') return isoDay(new Date())
  if (f.begins) return f.begins
  if (f.kind === 'yes_no') return false
  if (f.kind === 'word') return undefined
  return f.kind === 'text' || f.kind === 'long_text' ? '' : null
}

/** The fields of a lot as a form holds them: those of a lot that is there, or of one to enter today. */
export const lotForm = (lot?: Lot): LotRequest => {
  const form: Values = { taxon: lot?.taxon ?? null, hazards: lot?.hazards ?? [] }
  for (const f of LOT_FIELDS) {
    const value = lot ? (lot as unknown as Values)[f.name] : empty(f)
    form[f.name] = f.kind === 'word' ? value || undefined : value
  }
  return form as unknown as LotRequest
}

/** What the form holds as the server takes it: typed numbers as numbers, cleared fields as nothing. */
export const asRequest = (form: LotRequest): LotRequest => {
  const request: Values = { ...form, taxon: form.taxon ?? null }
  for (const f of LOT_FIELDS) {
    const value = request[f.name]
    if (f.kind === 'whole' || f.kind === 'number') request[f.name] = numberOrNull(value as string | number | null)
    else if (f.kind === 'day') request[f.name] = value || null
    else if (f.kind === 'word') request[f.name] = value || ''
  }
  return request as unknown as LotRequest
}

/** The listed fields of a lot, in words; without those of which nothing is known. */
export const listedFacts = (lot: Lot) =>
  LOT_FIELDS.filter((f) => f.listed).flatMap((f) => {
    const value = (lot as unknown as Record<string, string | number | null>)[f.name]
    return value === '' || value == null ? [] : [{ label: f.label, words: f.words[value] ?? `${value}` }]
  })
