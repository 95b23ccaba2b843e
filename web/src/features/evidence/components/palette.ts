/** Ink, dash and mark of treatment number n: distinct without colour too. */
export interface TreatmentInk {
  colour: string
  dash: string
}

const COLOURS = ['--chill', '--scarify', '--leaf', '--acid', '--soak', '--smoke', '--warm', '--earth']
const DASHES = ['', '7 4', '2 3', '9 3 2 3', '14 4', '4 2']

export const inkOf = (index: number): TreatmentInk => ({
  colour: `var(${COLOURS[index % COLOURS.length]})`,
  dash: DASHES[index % DASHES.length] ?? '',
})
