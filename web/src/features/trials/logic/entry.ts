/** What is being entered for one dish: new seeds by kind since the last look. */
export const KINDS = ['germinated', 'abnormal', 'rotted', 'lost'] as const
export type Kind = (typeof KINDS)[number]
export type Entry = Readonly<Record<Kind, number>>

export const NOTHING_NEW: Entry = { germinated: 0, abnormal: 0, rotted: 0, lost: 0 }

export const total = (entry: Entry) => KINDS.reduce((sum, kind) => sum + entry[kind], 0)
export const same = (a: Entry, b: Entry) => KINDS.every((kind) => a[kind] === b[kind])

/** A digit typed behind what stands there: 1, then 2, is 12. A kind keeps to three digits. */
export const typeDigit = (entry: Entry, kind: Kind, digit: number): Entry => ({
  ...entry,
  [kind]: Math.min(999, entry[kind] * 10 + digit),
})

/** The last digit taken back. */
export const eraseDigit = (entry: Entry, kind: Kind): Entry => ({ ...entry, [kind]: Math.floor(entry[kind] / 10) })

export const addOne = (entry: Entry, kind: Kind, by = 1): Entry => ({ ...entry, [kind]: Math.max(0, entry[kind] + by) })

export const nextKind = (kind: Kind, step: 1 | -1): Kind => {
  const index = (KINDS.indexOf(kind) + step + KINDS.length) % KINDS.length
  return KINDS[index] as Kind
}
