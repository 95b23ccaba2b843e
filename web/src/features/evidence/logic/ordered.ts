import type { TreatmentResult } from '../api'

/** A treatment with its own ink, whatever its place in the order. */
export interface Inked {
  t: TreatmentResult
  ink: number
}

export type Order = 'laid_out' | 'share' | 'half' | 'pace'

export const ORDERS: readonly { value: Order; title: string }[] = [
  { value: 'laid_out', title: 'as laid out' },
  { value: 'share', title: 'how many' },
  { value: 'half', title: 'how fast' },
  { value: 'pace', title: 'pace' },
]

/** The best first; what is undefined comes last. */
export function ordered(treatments: readonly TreatmentResult[], by: Order): Inked[] {
  const inked = treatments.map((t, ink) => ({ t, ink }))
  const worth = (t: TreatmentResult) => {
    if (by === 'share') return -t.share
    if (by === 'half') return t.half.value ?? Infinity
    if (by === 'pace') return -(t.indices.area ?? -Infinity)
    return 0
  }
  return inked.sort((a, b) => worth(a.t) - worth(b.t) || a.ink - b.ink)
}
