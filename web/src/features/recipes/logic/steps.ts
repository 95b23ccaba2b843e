import { numberOrNull } from '@/shared/format/numbers'
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

const text = (n: number | null | undefined) => (n === null || n === undefined ? '' : String(n))

export const newStep = (kind: StepForm['kind'] = 'cold_moist'): StepForm =>
  formOf({ kind, duration: 56, unit: 'd', temperature_c: 3, medium: 'sand', closure: 'vented', moisture: 'damp' })

/** A kind of step with its usual unit and dose. */
const USUAL: Partial<Record<StepForm['kind'], Partial<StepRequest>>> = {
  soak: { duration: 24, unit: 'h', duration_max: 48, temperature_c: 18, medium: 'water' },
  rinse: { duration: 10, unit: 'min' },
  hot_water: { duration: 10, unit: 'min', duration_max: 15, temperature_c: 85, medium: 'water' },
  acid: { duration: 15, unit: 'min', duration_max: 60, temperature_c: 20 },
  smoke_water: { duration: 12, unit: 'h', duration_max: 24, temperature_c: 18, medium: 'water' },
  heat_pulse: { duration: 10, unit: 'min', duration_max: 20, temperature_c: 80 },
  warm_moist: { duration: 56, unit: 'd', temperature_c: 20, medium: 'sand', closure: 'vented', moisture: 'damp' },
  cold_moist: { duration: 56, unit: 'd', temperature_c: 3, medium: 'sand', closure: 'vented', moisture: 'damp' },
  cold_water: { duration: 14, unit: 'd', temperature_c: 4, medium: 'water', closure: 'open' },
  outdoors: { duration: 120, unit: 'd', medium: 'tray', closure: 'open' },
  after_ripening: { duration: 60, unit: 'd', temperature_c: 20, moisture: 'dry' },
  sow: { duration: 0, light: 'light', depth_mm: 0 },
}
export const usualStep = (kind: StepForm['kind']): StepForm => formOf({ kind, duration: 0, unit: 'd', ...USUAL[kind] })

export const doneNotWaited = (kind: StepForm['kind']) => kind === 'nick' || kind === 'sandpaper' || kind === 'sow'

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
  const done = doneNotWaited(f.kind)
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
