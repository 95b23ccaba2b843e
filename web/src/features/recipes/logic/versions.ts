import { degrees } from '@/shared/format/units'
import { doseWords, mediumWords } from '@/shared/labels'
import { stepWord } from '@/shared/drawing/furrowOf'
import type { StepRequest } from '../api'

type Steps = readonly StepRequest[]

/** What another version of a recipe changes, one sentence for each step that differs. */
export function changesBetween(before: Steps, after: Steps): string[] {
  const found: string[] = []
  for (let i = 0; i < Math.max(before.length, after.length); i += 1) {
    const [was, is] = [before[i], after[i]]
    const at = `Step ${i + 1}`
    if (!was && is) found.push(`${at}: ${described(is)} is new.`)
    else if (was && !is) found.push(`${at}: ${described(was)} is left out.`)
    else if (was && is && was.kind !== is.kind) found.push(`${at}: ${described(is)} instead of ${described(was)}.`)
    else if (was && is) {
      const parts = PARTS.flatMap(([word, of]) => (of(was) === of(is) ? [] : [`${word} ${of(is) || 'none'} instead of ${of(was) || 'none'}`.trim()])) // prettier-ignore
      if (parts.length) found.push(`${at}, ${stepWord(is)}: ${parts.join('; ')}.`)
    }
  }
  return found
}

const dose = (s: StepRequest, n: number | null | undefined) =>
  n === null || n === undefined ? '' : doseWords(n, s.unit ?? 'd', s.kind)
const warmth = (c: number | null | undefined) => (c === null || c === undefined ? '' : degrees(c))
const described = (s: StepRequest) => [stepWord(s), dose(s, s.duration)].filter(Boolean).join(' ')

/** What is compared of a step of one kind, and how it is said. */
const PARTS: readonly (readonly [string, (s: StepRequest) => string])[] = [
  ['', (s) => dose(s, s.duration)],
  ['at least', (s) => dose(s, s.duration_min)],
  ['at most', (s) => dose(s, s.duration_max)],
  ['at', (s) => warmth(s.temperature_c)],
  ['at night', (s) => warmth(s.night_temperature_c)],
  ['in', (s) => (s.medium ? mediumWords[s.medium] : '')],
]
