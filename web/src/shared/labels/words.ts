export type Words<K extends string> = Readonly<Record<K, string>>

/** Words as the choices of a field. */
export const choicesOf = <K extends string>(words: Words<K>): { value: K; title: string }[] =>
  (Object.keys(words) as K[]).map((value) => ({ value, title: words[value] }))
