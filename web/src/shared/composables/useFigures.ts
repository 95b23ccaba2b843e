import { useQueries } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

/** So many lines are asked for together. */
const TOGETHER = 25
/** The latest groups stay up to date; lines of earlier ones are asked for again when they come back into view. */
const MOST_GROUPS = 8

/**
 * Figures of the lines in view that take longer than the lines themselves: asked for a few lines at a time, by id, after they are
 * drawn. `see` is told the ids of the lines in view.
 */
export function useFigures<F>(
  name: string,
  fetchSome: (ids: string) => Promise<readonly F[]>,
  idOf: (figures: F) => number,
) {
  const groups = ref<number[][]>([])
  function see(ids: readonly number[]) {
    const asked = new Set(groups.value.flat())
    const missing = ids.filter((id) => !asked.has(id))
    const more = []
    for (let at = 0; at < missing.length; at += TOGETHER) more.push(missing.slice(at, at + TOGETHER))
    if (more.length) groups.value = [...groups.value, ...more].slice(-MOST_GROUPS)
  }
  const queries = useQueries({
    queries: computed(() =>
      groups.value.map((some) => ({ queryKey: [name, some], queryFn: () => fetchSome(some.join(',')) })),
    ),
  })
  const kept = new Map<number, F>()
  const figures = computed(() => {
    for (const query of queries.value)
      for (const one of (query.data as readonly F[] | undefined) ?? []) kept.set(idOf(one), one)
    return new Map(kept)
  })
  return { figures, see }
}
