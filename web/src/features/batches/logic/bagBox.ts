import type { NewBagLook } from '../api'

const KEY = 'awake-furrow-bag-looks'

/** Looks at bags that the server has not acknowledged, in the order in which they were made; they survive a closed page. */
export function readBagLooks(): NewBagLook[] {
  const kept = localStorage.getItem(KEY)
  return kept ? (JSON.parse(kept) as NewBagLook[]) : []
}

export function writeBagLooks(looks: readonly NewBagLook[]): void {
  if (looks.length) localStorage.setItem(KEY, JSON.stringify(looks))
  else localStorage.removeItem(KEY)
}
