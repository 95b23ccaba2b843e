import type { Schemas } from '@/shared/api/http'

/** What the new trial's form is opened with: treatments that were made ready, or a trial to copy with more dishes. */
export function asQuery(made: Schemas['NextPlan']): Record<string, string | string[]> {
  const query: Record<string, string | string[]> = {
    ...(made.lot === null ? {} : { lot: String(made.lot) }),
    asks: made.asks,
    question: made.question,
  }
  if (made.copy_of !== null) query.copy = String(made.copy_of)
  if (made.dishes !== null) query.dishes = String(made.dishes)
  if (made.treatments.length) {
    query.name = made.treatments.map((t) => t.name)
    query.recipe = made.treatments.map((t) => (t.recipe === null ? '' : String(t.recipe)))
    query.control = made.treatments.map((t) => (t.is_control ? 'yes' : ''))
    if (made.treatments.some((t) => t.dose !== null)) {
      query.dose = made.treatments.map((t) => String(t.dose ?? ''))
      query.unit = made.treatments.find((t) => t.dose_unit)?.dose_unit ?? 'd'
    }
  }
  return query
}
