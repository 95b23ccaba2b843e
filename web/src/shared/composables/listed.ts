type Items<T> = readonly { value: T | null }[]

/** What a field with a list shows of its value: only what its list has, so that no raw id shows while the list loads. */
export const listed = <T>(value: T | null | undefined, items: Items<T>): T | null =>
  value != null && items.some((i) => i.value === value) ? value : null

/** The same of several values. */
export const listedAll = <T>(values: readonly T[], items: Items<T>): T[] =>
  values.filter((value) => items.some((i) => i.value === value))
