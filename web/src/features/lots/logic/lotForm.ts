import { isoDay } from '@/shared/format/dates'
import { numberOrNull } from '@/shared/format/numbers'
import type { Lot, LotRequest } from '../api'

/** The fields of a lot as a form holds them: those of a lot that is there, or of one to enter today. */
export const lotForm = (lot?: Lot): LotRequest => ({
  taxon: lot?.taxon ?? null,
  field_name: lot?.field_name ?? '',
  form: lot?.form ?? '',
  origin_kind: lot?.origin_kind ?? 'wild',
  origin_place: lot?.origin_place ?? '',
  leave: lot?.leave ?? '',
  collected_on: lot ? (lot.collected_on ?? null) : isoDay(new Date()),
  collected_precision: lot?.collected_precision ?? 'day',
  collector: lot?.collector ?? '',
  parents: lot?.parents ?? null,
  ripeness: lot?.ripeness || undefined,
  purpose: lot?.purpose || undefined,
  hybrid: lot?.hybrid ?? false,
  crossed_with: lot?.crossed_with ?? '',
  claimed_percent: lot?.claimed_percent ?? null,
  claimed_days: lot?.claimed_days ?? null,
  claim_note: lot?.claim_note ?? '',
  use_by: lot?.use_by ?? null,
  hazards: lot?.hazards ?? [],
  note: lot?.note ?? '',
})

/** What the form holds as the server takes it: typed numbers as numbers, cleared fields as nothing. */
export const asRequest = (form: LotRequest): LotRequest => ({
  ...form,
  taxon: form.taxon ?? null,
  collected_on: form.collected_on || null,
  use_by: form.use_by || null,
  ripeness: form.ripeness || '',
  purpose: form.purpose || '',
  parents: numberOrNull(form.parents),
  claimed_percent: numberOrNull(form.claimed_percent),
  claimed_days: numberOrNull(form.claimed_days),
})
