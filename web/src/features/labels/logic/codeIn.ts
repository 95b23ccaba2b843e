import type { CodeTarget } from '../api'

/** The code in what was read or typed: an address path of this app, or the code itself. */
export function codeIn(read: string): string {
  const path = /\/c\/([^/?#\s]+)/.exec(read)
  return decodeURIComponent(path?.[1] ?? read).trim()
}

/** The page of what a code leads to. */
export const pageOf = (target: CodeTarget) =>
  target.kind === 'lot'
    ? { name: 'lot', params: { id: target.id } }
    : target.kind === 'sowing'
      ? { name: 'sowing', params: { id: target.id } }
      : target.kind === 'batch'
        ? { name: 'batch', params: { id: target.id } }
        : target.kind === 'dish'
          ? { name: 'dish', params: { id: target.trial ?? 0, dish: target.id } }
          : { name: 'trial', params: { id: target.trial ?? target.id } }
