import type { Schemas } from '@/shared/api/http'
import { percent, percentRange } from '@/shared/format/numbers'
import { STEP_KINDS } from '@/shared/kinds'
import { doseWords } from '@/shared/labels'
import type { FurrowPicture } from './furrow'

type View = Schemas['FurrowView']

interface StepParts {
  kind: Schemas['StepKind']
  duration?: number
  unit?: Schemas['DurationUnit']
  medium?: string
}

/** A step in words: what, how long, in what. */
export function stepSentence({ kind, duration = 0, unit = 'd', medium }: StepParts): string {
  return [stepWord({ kind, medium }), doseWords(duration, unit, kind)].filter(Boolean).join(', ')
}

/** What a step is called; some have another word in sand. */
export function stepWord({ kind, medium }: { kind: StepParts['kind']; medium?: string | null | undefined }): string {
  const row = STEP_KINDS[kind]
  return (medium === 'sand' && row.word_in_sand) || row.word
}

/** The steps of a treatment for its picture. */
export const furrowSteps = (
  steps: readonly (StepParts & { start_day: number; end_day: number })[],
): FurrowPicture['steps'] =>
  steps.map((s) => ({
    texture: STEP_KINDS[s.kind].texture,
    words: stepSentence(s),
    startDay: s.start_day,
    endDay: s.end_day,
  }))

/** The picture of steps alone, up to the sowing. */
export const furrowBeforeSowing = (steps: Parameters<typeof furrowSteps>[0]): FurrowPicture => ({
  steps: furrowSteps(steps),
  course: [],
  lookDays: [],
  todayDay: null,
  ended: true,
  endDay: 0,
})

/** The steps of a treatment in words. */
export const stepsLabel = (steps: readonly StepParts[]) => steps.map(stepSentence).join(', then ') || 'sown untreated'

/** The picture of a treatment from what the server sends. */
export function furrowPicture(view: View, today: number | null, lengthDays: number, withSteps = true): FurrowPicture {
  return {
    steps: withSteps ? furrowSteps(view.steps) : [],
    course: view.course,
    lookDays: view.look_days,
    todayDay: today,
    endDay: Math.max(lengthDays, view.look_days.at(-1) ?? 0),
  }
}

/** The picture in one sentence, for a screen reader. */
export function furrowLabel(view: View): string {
  const steps = stepsLabel(view.steps)
  if (view.share === null || view.lower === null || view.upper === null) return `${view.name}: ${steps}; not sown yet`
  return `${view.name}: ${steps}; ${view.germinated} of ${view.sown} up, ${percent(view.share)} %, likely between ${percentRange(view.lower, view.upper)}`
}
