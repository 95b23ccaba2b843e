import type { FoundRow } from '../api'

/** A page or an action that Find knows by its words. */
export interface Shortcut {
  to: string
  words: string
  also?: string
}

/** Something to do: by itself, or with a lot that is named after it (“new trial HR-114”). */
interface Action extends Shortcut {
  withLot?: (lot: number) => string
}

const ACTIONS: readonly Action[] = [
  {
    words: 'New trial',
    to: '/trials/new',
    also: 'start a germination test',
    withLot: (lot) => `/trials/new?lot=${lot}`,
  },
  { words: 'New recipe', to: '/recipes/new', also: 'new treatment, stratification' },
  { words: 'Add lot', to: '/lots/new', also: 'new seed lot' },
  { words: 'Add stand', to: '/stands/new', also: 'new wild stand' },
  { words: 'Plan a sowing', to: '/sowing/new', also: 'sow, trays', withLot: (lot) => `/sowing/new?lot=${lot}` },
  { words: 'Import data', to: '/import', also: 'upload a spreadsheet' },
]

/** A row of Find: its address and its words. */
export interface Hit {
  to: string
  kind: string
  title: string
  detail: string
  code: string
}

const kindWords: Record<string, string> = {
  plant: 'Plant',
  lot: 'Lot',
  trial: 'Trial',
  batch: 'Bag',
  recipe: 'Recipe',
  stand: 'Stand',
  sowing: 'Sowing',
  place: 'Place',
  supply: 'Supply',
  dish: 'Dish',
}

const plain = (text: string) =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)

/** Whether each word typed begins a word of the text. */
export function begins(typed: string, text: string): boolean {
  const words = plain(text)
  return plain(typed).every((t) => words.some((w) => w.startsWith(t)))
}

/** An action that was typed in full, and what was typed after it: “new trial hr-114” is a new trial of “hr-114”. */
export function actionWith(typed: string): { action: Action; about: string } | null {
  const found = ACTIONS.find((a) => a.withLot && typed.toLowerCase().startsWith(`${a.words.toLowerCase()} `))
  const about = found ? typed.slice(found.words.length).trim() : ''
  return found && about ? { action: found, about } : null
}

/** The rows of an action for the lots that were found. */
export const actionHits = (action: Action, rows: readonly FoundRow[]): Hit[] =>
  rows
    .filter((r) => r.kind === 'lot')
    .map((r) => ({
      to: action.withLot?.(r.id) ?? action.to,
      kind: 'Action',
      title: `${action.words}: ${r.title}`,
      detail: r.detail,
      code: r.code,
    }))

/** Pages and actions by their words; the actions only for those who may do them. */
export function shortcuts(typed: string, pages: readonly Shortcut[], mayPlan: boolean): Hit[] {
  const hit = (s: Shortcut, kind: string): Hit => ({ to: s.to, kind, title: s.words, detail: '', code: '' })
  const fits = (s: Shortcut) => begins(typed, `${s.words} ${s.also ?? ''}`)
  const actions = mayPlan ? ACTIONS.filter(fits).map((a) => hit(a, 'Action')) : []
  return [...actions, ...(typed.trim() ? pages.filter(fits).map((p) => hit(p, 'Page')) : [])]
}

export const hitOf = (r: FoundRow): Hit => ({
  to: r.path,
  kind: kindWords[r.kind] ?? r.kind,
  title: r.title,
  detail: r.detail,
  code: r.code,
})
