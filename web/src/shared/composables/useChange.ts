import { useMutation, useQueryClient } from '@tanstack/vue-query'

/** A write to the server; afterwards every page asks again for what it shows. */
export function useChange<V, R>(change: (value: V) => Promise<R>) {
  const queries = useQueryClient()
  return useMutation({ mutationFn: change, onSuccess: () => queries.invalidateQueries() })
}
