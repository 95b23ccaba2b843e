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

/** What was typed as a number; null where nothing was, and where it is none (the server then says so at the field). */
export function numberOrNull(typed: string | number | null | undefined): number | null {
  const text = String(typed ?? '')
    .trim()
    .replace(',', '.')
  return text === '' ? null : Number(text)
}

/** Numbers typed in a row, apart by spaces, commas or semicolons. */
export const numbersIn = (typed: string): number[] =>
  typed
    .split(/[\s;,]+/)
    .filter(Boolean)
    .map(Number)

/** An estimate with its 95 % error: “≈ 2,390 ± 120”. */
export function withDoubt(count: number, se: number | null, estimated = true): string {
  const main = `${estimated ? '≈ ' : ''}${WHOLE.format(count)}`
  return estimated && se ? `${main} ± ${WHOLE.format(Math.round(1.96 * se))}` : main
}

/** How many times as long: “4 times as long”, “0.5 times as long”. */
export function times(ratio: number): string {
  if (ratio >= 0.95 && ratio <= 1.05) return 'as long'
  return `${ratio >= 10 ? WHOLE.format(Math.round(ratio)) : ratio.toFixed(1).replace('.0', '')} times as long`
}
