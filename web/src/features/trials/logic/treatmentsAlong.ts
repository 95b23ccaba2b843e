import type { Recipe } from '@/features/recipes'
import type { NewTrial } from '../api'

type Query = Record<string, string | null | (string | null)[]>
type Treatments = NewTrial['treatments']

/** A set of recipes that came along in the address: from the reading of the dormancy, a ladder, or the decision on an earlier trial. */
export function treatmentsAlong(query: Query, recipes: readonly Recipe[], there: Treatments): Treatments {
  const all = (key: string) => [query[key] ?? []].flat().map(String)
  const [asked, doses, names, controls] = [all('recipe'), all('dose'), all('name'), all('control')]
  const come = asked.flatMap((id, i) => {
    const recipe = recipes.find((r) => String(r.id) === id)
    const dose = doses[i] ? Number(doses[i]) : null
    if (!recipe && (id || (dose === null && !names[i]))) return []
    const name = names[i] ?? recipe?.name ?? ''
    const unit = dose === null ? ('' as const) : ((all('unit')[0] ?? 'd') as 'min' | 'h' | 'd')
    return [
      {
        name: name.slice(0, 60),
        recipe: recipe?.id ?? null,
        is_control: controls.length ? controls[i] === 'yes' : dose === 0,
        dose,
        dose_unit: unit,
      },
    ]
  })
  // a ladder brings its own control, the dose of none
  return come.some((t) => t.is_control) ? come : [...there, ...come]
}
