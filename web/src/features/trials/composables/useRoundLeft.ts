import { useQueryClient } from '@tanstack/vue-query'
import { onBeforeRouteLeave } from 'vue-router'
import { useLookOutbox } from './useLookOutbox'

const DOOR_MS = 800

/** A round that is left sends what waits and renews what other pages show; what still waits leaves from any page. */
export function useRoundLeft() {
  const outbox = useLookOutbox()
  const queries = useQueryClient()
  onBeforeRouteLeave(async () => {
    // nobody stands at the door for a weak signal
    await Promise.race([outbox.flush(), new Promise((go) => setTimeout(go, DOOR_MS))])
    await queries.invalidateQueries()
  })
}
