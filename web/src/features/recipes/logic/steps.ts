import { numberOrNull } from '@/shared/format/numbers'
import { FIRST_STEP, STEP_KINDS } from '@/shared/kinds'
import type { Recipe, StarterRecipe, StepRequest } from '../api'

/** A step as it is typed: numbers are text until it is saved, so that nothing typed is lost. */
export interface StepForm {
  kind: StepRequest['kind']
  duration: string
  duration_min: string
  duration_max: string
  unit: NonNullable<StepRequest['unit']>
  temperature_c: string
  night_temperature_c: string
  medium: string | null
  closure: string | null
  moisture: string | null
  light: string | null
  depth_mm: string
  soil: string | null
  care_every_days: string
  care_gap_days: string
  ends_by: NonNullable<StepRequest['ends_by']>
  sign: string
  source: string
  confidence: string | null
  note: string
}

/** Whether two lists of steps do the same to seed: kinds in order, how long, how warm. */
export function sameTreatment(a: readonly Done[], b: readonly Done[]): boolean {
  const done = (steps: readonly Done[]) =>
    steps.map((s) => [s.kind, s.duration, s.unit ?? 'd', s.duration_max ?? null, s.temperature_c ?? null])
  return JSON.stringify(done(a)) === JSON.stringify(done(b))
}
type Done = Pick<StepRequest, 'kind' | 'duration' | 'unit' | 'duration_max' | 'temperature_c'>

const text = (n: number | null | undefined) => (n === null || n === undefined ? '' : String(n))

/** A kind of step with its usual unit and dose. */
export function usualStep(kind: StepForm['kind']): StepForm {
  const { usual } = STEP_KINDS[kind]
  return formOf({ ...usual, kind } as StepRequest)
}

export const newStep = (): StepForm => usualStep(FIRST_STEP)

export function formOf(s: StepRequest | Recipe['steps'][number] | StarterRecipe['steps'][number]): StepForm {
  const from = s as StepRequest
  return {
    kind: from.kind,
    duration: text(from.duration),
    duration_min: text(from.duration_min),
    duration_max: text(from.duration_max),
    unit: from.unit ?? 'd',
    temperature_c: text(from.temperature_c),
    night_temperature_c: text(from.night_temperature_c),
    medium: from.medium ?? '',
    closure: from.closure ?? '',
    moisture: from.moisture ?? '',
    light: from.light ?? '',
    depth_mm: text(from.depth_mm),
    soil: from.soil ?? '',
    care_every_days: text(from.care_every_days),
    care_gap_days: text(from.care_gap_days),
    ends_by: from.ends_by ?? 'clock',
    sign: from.sign ?? '',
    source: from.source ?? '',
    confidence: from.confidence ?? '',
    note: from.note ?? '',
  }
}

export function stepOf(f: StepForm): StepRequest {
  const done = !STEP_KINDS[f.kind].waited
  return {
    ...f,
    duration: done ? 0 : (numberOrNull(f.duration) ?? 0),
    duration_min: done ? null : numberOrNull(f.duration_min),
    duration_max: done ? null : numberOrNull(f.duration_max),
    temperature_c: numberOrNull(f.temperature_c),
    night_temperature_c: numberOrNull(f.night_temperature_c),
    depth_mm: numberOrNull(f.depth_mm),
    care_every_days: numberOrNull(f.care_every_days),
    care_gap_days: numberOrNull(f.care_gap_days),
    medium: (f.medium || '') as StepRequest['medium'],
    closure: (f.closure || '') as StepRequest['closure'],
    moisture: (f.moisture || '') as StepRequest['moisture'],
    light: (f.light || '') as StepRequest['light'],
    soil: (f.soil || '') as StepRequest['soil'],
    confidence: (f.confidence || '') as StepRequest['confidence'],
  }
}
