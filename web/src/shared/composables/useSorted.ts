import { computed, ref, type Ref } from 'vue'

/** Rows of a ledger sorted by a column; empty values last, either way round. */
export function useSorted<R>(
  rows: Ref<readonly R[]>,
  columns: Readonly<Record<string, (row: R) => string | number | null>>,
  first: string,
) {
  const by = ref(first)
  const down = ref(false)
  function sortBy(column: string) {
    down.value = by.value === column ? !down.value : false
    by.value = column
  }
  const sorted = computed(() => {
    const value = columns[by.value]
    if (!value) return [...rows.value]
    return [...rows.value].sort((a, b) => {
      const x = value(a)
      const y = value(b)
      if (x === null || y === null) return Number(x === null) - Number(y === null)
      const order =
        typeof x === 'number' && typeof y === 'number'
          ? x - y
          : String(x).localeCompare(String(y), 'en', { numeric: true })
      return down.value ? -order : order
    })
  })
  const ariaSort = (column: string) => (by.value !== column ? 'none' : down.value ? 'descending' : 'ascending')
  return { sorted, sortBy, ariaSort }
}
