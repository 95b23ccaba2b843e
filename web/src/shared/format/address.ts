import type { LocationQueryValue } from 'vue-router'

/** The ids that an address names once or several times (`?lot=3&lot=7`). */
export const idsIn = (value: LocationQueryValue | LocationQueryValue[] | undefined): number[] =>
  [value ?? []].flat().map(Number).filter(Boolean)
