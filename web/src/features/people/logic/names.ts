/** Initials from a name as people write it: "Rosa Keller" is RK; one word gives its first two letters. */
export function initialsOf(name: string): string {
  const words = wordsOf(name)
  const letters = words.length > 1 ? words.map((w) => w.slice(0, 1)).join('') : (words[0] ?? '').slice(0, 2)
  return letters.slice(0, 6).toLocaleUpperCase()
}

/** A username proposed for a name: lower case, its words joined by dots. */
export const usernameOf = (name: string): string => wordsOf(name).join('.').toLocaleLowerCase().slice(0, 40)

const wordsOf = (name: string) => name.split(/[^\p{L}\p{N}]+/u).filter(Boolean)
