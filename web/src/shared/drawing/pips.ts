export interface PlacedPip {
  x: number
  level: number
}

/** Pips in columns as wide as a pip: each on the lowest free level of its column, at most half a pip from its place. */
export function stacked(places: readonly number[], wide: number): PlacedPip[] {
  const full = new Map<number, number>()
  return [...places]
    .sort((a, b) => a - b)
    .map((place) => {
      const column = Math.round(place / wide)
      const level = full.get(column) ?? 0
      full.set(column, level + 1)
      return { x: column * wide, level }
    })
}
