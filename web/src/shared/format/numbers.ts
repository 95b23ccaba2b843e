const WHOLE = new Intl.NumberFormat('en-GB')

/** A share 0..1 as whole percent, without turning a few into none. */
export function percent(share: number | null): string {
  if (share === null) return '–'
  const value = 100 * share
  if (value > 0 && value < 0.5) return '<1'
  if (value < 100 && value > 99.5) return '>99'
  return value.toFixed(0)
}

export const percentRange = (lower: number, upper: number) => `${percent(lower)}–${percent(upper)} %`

export const seeds = (count: number | null, estimated: boolean) =>
  count === null ? 'not measured' : `${estimated ? '≈ ' : ''}${WHOLE.format(count)}`

export const fixed = (value: number | null | undefined, digits = 1) =>
  value === null || value === undefined ? '–' : value.toFixed(digits)

export const plural = (count: number, one: string, many = `${one}s`) =>
  `${WHOLE.format(count)} ${count === 1 ? one : many}`

/** p as people print it. */
export const pValue = (p: number | null) => (p === null ? '–' : p < 0.001 ? '< 0.001' : p.toFixed(3))
