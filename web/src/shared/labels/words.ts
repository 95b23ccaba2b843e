import { LOT_FIELDS } from '@/shared/kinds'

export type Words<K extends string> = Readonly<Record<K, string>>

/** The words of a table of kinds. */
export const wordsOf = <K extends string>(rows: readonly { kind: K; word: string }[]) =>
  Object.fromEntries(rows.map((r) => [r.kind, r.word])) as Words<K>

/** The words of each field of a lot that holds one of a few. */
export const lotFieldWords: Readonly<Record<string, Words<string>>> = Object.fromEntries(
  LOT_FIELDS.map((f) => [f.name, f.words]),
)

/** Words as the choices of a field. */
export const choicesOf = <K extends string>(words: Words<K>): { value: K; title: string }[] =>
  (Object.keys(words) as K[]).map((value) => ({ value, title: words[value] }))
