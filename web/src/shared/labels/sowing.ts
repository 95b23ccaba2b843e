import type { Schemas } from '@/shared/api/http'
import { LOT_FIELDS } from '@/shared/kinds'
import type { Words } from './words'

export const wayWords: Words<Schemas['SowingWay']> = {
  cells: 'in cells',
  pan: 'in a seed pan, pricked out',
  ground: 'straight into the ground',
}

export const seedSizeWords: Words<Schemas['SeedSize']> = {
  dust: 'dust-fine',
  fine: 'fine',
  middling: 'middling',
  large: 'large',
}

export const lightNeedWords: Words<Schemas['LightNeed']> = {
  light: 'wants light',
  dark: 'wants darkness',
  either: 'light or dark',
}

export const sowingTaskWords: Words<Schemas['SowingTask']> = {
  begin_treatment: 'begin the treatment',
  out_of_treatment: 'finish the treatment',
  sow: 'sow',
  soak_from_below: 'soak from below',
  coming_up: 'count emergence',
  lid_off: 'lid off',
  thin: 'thin',
  water_from_above: 'water from above',
  prick_out: 'prick out',
  harden_off: 'harden off',
  plant_out: 'plant out',
}

export const stageWords: Words<Schemas['OutcomeStage']> = {
  emerged: 'emerged',
  thinned: 'thinned out',
  potted: 'potted',
  planted: 'planted',
  alive: 'alive',
}

export const opennessWords: Words<Schemas['Openness']> = {
  not_asked: 'not asked yet',
  hint: 'a hint only',
  one_trial: 'one trial',
  trials_differ: 'trials differ',
  few_trials: 'too few trials',
  answered: 'answered so far',
}

export const shapeWords: Words<Schemas['SheetShape']> = {
  lots: 'lots, a line each',
  wide_counts: 'counts, a column a look',
  long_counts: 'counts, a line a look',
}

const lotColumns = Object.fromEntries(LOT_FIELDS.filter((f) => f.imported).map((f) => [f.name, f.label.toLowerCase()]))

export const meaningWords = {
  ...lotColumns,
  ignore: 'leave out',
  lot_code: 'lot',
  plant: 'plant',
  field_name: 'field name',
  origin_kind: 'how the lot was obtained',
  collected: 'collected',
  amount: 'amount',
  treatment: 'treatment',
  dish: 'dish',
  sown_seeds: 'seeds sown',
  sown_on: 'sown on',
  looked_on: 'looked on',
  count: 'germinated',
  abnormal: 'abnormal',
  rotted: 'rotted',
  lost: 'lost',
  look: 'a look',
  percent: 'a percent (refused)',
} as Words<Schemas['ColumnMeaning']>

export const dayOrderWords: Words<Schemas['DayOrder']> = {
  dmy: 'day, month, year',
  mdy: 'month, day, year',
  ymd: 'year, month, day',
}

export const countsAreWords: Words<Schemas['CountsAre']> = { new: 'new at each look', in_all: 'all so far' }
