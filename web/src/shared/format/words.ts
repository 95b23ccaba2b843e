/** Words at the beginning of a sentence or a button. */
export const capital = (words: string) => words.replace(/^./, (first) => first.toUpperCase())
