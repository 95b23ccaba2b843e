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

/** What goes with the counts of a look: how it was looked at, where the sprouts went, water, words, a picture. */
export interface Extras {
  seen_how: 'opened' | 'seen_through'
  sprouts: 'stay' | 'potted' | 'thrown_out'
  watered: boolean
  note: string
  photo: { id: string; blob: Blob; marks: [number, number][] } | null
}

export const PLAIN: Extras = { seen_how: 'opened', sprouts: 'stay', watered: false, note: '', photo: null }

/** What a look says beside its counts; sprouts go one way as a whole. */
export function extrasOf(entry: Entry, extras: Extras) {
  const sprouts = entry.germinated + entry.abnormal
  return {
    seen_how: extras.seen_how,
    potted: extras.sprouts === 'potted' ? entry.germinated : 0,
    thrown_out: extras.sprouts === 'thrown_out' ? sprouts : 0,
    watered: extras.watered,
    note: extras.note,
    photo: extras.photo?.id ?? null,
    // plain numbers: what is watched by the page cannot be kept on the device
    marks: extras.photo?.marks.map(([x, y]) => [x, y]) ?? [],
  }
}

export const sameExtras = (a: Extras, b: Extras) =>
  JSON.stringify({ ...a, photo: a.photo?.id }) === JSON.stringify({ ...b, photo: b.photo?.id }) &&
  a.photo?.marks.length === b.photo?.marks.length
