import { stepWord } from '@/shared/drawing/furrowOf'
import { dayAfter } from '@/shared/format/dates'
import { doseWords } from '@/shared/labels'
import { daysOf } from './groups'
import { stepOf, type StepForm } from './steps'

/** Which day of a recipe is given: the one it starts on, or the one it is sown on. */
export type Given = 'start' | 'sow'

/** The days on which the steps begin and the seed is sown, from a given first or last day. */
export function datesOf(
  steps: readonly StepForm[],
  given: Given,
  on: string,
): { begins: string[]; sown: string } | null {
  if (!on) return null
  const days = steps.map((s) => daysOf(stepOf(s)))
  let at = given === 'start' ? 0 : -days.reduce((sum, d) => sum + d, 0)
  const begins = days.map((d) => {
    const begin = dayAfter(on, at)
    at += d
    return begin
  })
  return { begins, sown: dayAfter(on, at) }
}

/** A step as it is typed, in parts: its word, its dose ('' where it takes no time), and how many days it takes. */
export function partsOf(form: StepForm): { word: string; dose: string; days: number } {
  const step = stepOf(form)
  return { word: stepWord(step), dose: doseWords(step.duration ?? 0, form.unit, form.kind), days: daysOf(step) }
}

/** What a recipe is called while nobody named it. */
export const nameFor = (steps: readonly StepForm[]) =>
  steps
    .map((s) => {
      const { dose, word } = partsOf(s)
      return [dose, word].filter(Boolean).join(' ')
    })
    .join(', then ')
    .slice(0, 80)

/** The same list with one of its members in another place. */
export function reordered<T>(all: readonly T[], from: number, to: number): T[] {
  const left = all.filter((_, i) => i !== from)
  const one = all[from]
  return one === undefined ? left : [...left.slice(0, to), one, ...left.slice(to)]
}
