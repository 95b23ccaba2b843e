import type { NewLook } from '../api'

const KEY = 'awake-furrow-outbox'

/** Looks that are not yet acknowledged by the server, in the order in which they were made; they survive a closed page. */
export function readOutbox(): NewLook[] {
  const kept = localStorage.getItem(KEY)
  return kept ? (JSON.parse(kept) as NewLook[]) : []
}

export function writeOutbox(looks: readonly NewLook[]): void {
  if (looks.length) localStorage.setItem(KEY, JSON.stringify(looks))
  else localStorage.removeItem(KEY)
}
