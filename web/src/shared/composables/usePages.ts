import { useQueries } from '@tanstack/vue-query'
import { computed, ref, shallowRef, watch } from 'vue'

/** So many lines come with one request. */
export const PAGE = 40

interface Page<R> {
  count: number
  results: R[]
}

/**
 * A long list that comes page by page, as its lines come into view: `rows` has a place for each line, undefined until it is there.
 * `key` names the list with all that is asked; until the first page of another question is there, the lines of the last one stay.
 */
export function usePages<R>(key: () => readonly unknown[], fetchPage: (page: number) => Promise<Page<R>>) {
  const seen = ref([1])
  watch(
    () => JSON.stringify(key()),
    () => (seen.value = [1]),
    { flush: 'sync' },
  )
  const queries = useQueries({
    queries: computed(() => seen.value.map((page) => ({ queryKey: [...key(), page], queryFn: () => fetchPage(page) }))),
  })
  const before = shallowRef<(R | undefined)[]>()
  const rows = computed(() => {
    const first = queries.value[0]?.data as Page<R> | undefined
    if (!first) return before.value
    const all = Array.from<R | undefined>({ length: first.count })
    seen.value.forEach((page, i) => {
      const found = queries.value[i]?.data as Page<R> | undefined
      found?.results.forEach((row, n) => (all[(page - 1) * PAGE + n] = row))
    })
    return all
  })
  watch(rows, (now) => (before.value = now))

  /** Lines in view: their pages are fetched. */
  function see(first: number, last: number) {
    const from = Math.floor(first / PAGE) + 1
    const to = Math.floor(last / PAGE) + 1
    for (let page = from; page <= to; page += 1) if (!seen.value.includes(page)) seen.value = [...seen.value, page]
  }
  return {
    rows,
    see,
    pending: computed(() => rows.value === undefined && queries.value[0]?.isPending === true),
    error: computed(() => queries.value.find((q) => q.error)?.error ?? null),
    refetch: () => Promise.all(queries.value.map((q) => q.refetch())),
  }
}
