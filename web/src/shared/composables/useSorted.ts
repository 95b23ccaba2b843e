import { computed, type Ref } from 'vue'

/** How a column sorts the other way round: a minus before its key, as addresses of the API have it. */
export const turned = (order: string) => (order.startsWith('-') ? order.slice(1) : `-${order}`)

/** Rows of a ledger sorted by a column (`order`, with a minus the other way round); empty values last, either way. */
export function useSorted<R>(
  rows: Ref<readonly R[]>,
  columns: Readonly<Record<string, (row: R) => string | number | null>>,
  order: Ref<string>,
) {
  const sorted = computed(() => {
    const down = order.value.startsWith('-')
    const value = columns[down ? order.value.slice(1) : order.value]
    if (!value) return [...rows.value]
    return [...rows.value].sort((a, b) => {
      const x = value(a)
      const y = value(b)
      if (x === null || y === null) return Number(x === null) - Number(y === null)
      const compared =
        typeof x === 'number' && typeof y === 'number'
          ? x - y
          : String(x).localeCompare(String(y), 'en', { numeric: true })
      return down ? -compared : compared
    })
  })
  return { sorted }
}

/** How a column is sorted, for its head. */
export const sortedBy = (column: string, order: string) =>
  order === column ? 'ascending' : order === `-${column}` ? 'descending' : 'none'
