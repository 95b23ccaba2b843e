export type CellState = 'empty' | 'one' | 'several'

/** Successive multiples of the golden ratio lie evenly between 0 and 1, so that any number of cells is spread over the whole tray. */
const GOLDEN = 0.618034

/**
 * Cells of a tray as a plan expects them: so many hold a plant, some of these several; spread evenly, not at random, for the
 * numbers count and their places do not.
 */
export function cellsOf(cells: number, filled: number, several: number): CellState[] {
  const order = Array.from({ length: cells }, (_, i) => i).sort((a, b) => ((a * GOLDEN) % 1) - ((b * GOLDEN) % 1))
  const states = Array.from<CellState>({ length: cells }).fill('empty')
  const full = Math.round(Math.min(cells, filled))
  const doubled = Math.round(Math.min(full, several))
  order.slice(0, full).forEach((cell, i) => (states[cell] = i < doubled ? 'several' : 'one'))
  return states
}

/** Columns of a tray of so many cells: about half as deep as wide, as trays are. */
export const columnsOf = (cells: number) => Math.max(1, Math.ceil(Math.sqrt(cells * 1.9)))
