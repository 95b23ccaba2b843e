import type { Schemas } from '@/shared/api/http'
import { FATE_ROWS, STEP_KINDS } from '@/shared/kinds'
import { wordsOf, type Words } from './words'

export const stepWords = wordsOf(Object.values(STEP_KINDS))

export const criterionWords: Words<Schemas['Criterion']> = {
  root_visible: 'root visible',
  root_2_mm: 'root ≥ 2 mm',
  shoot: 'shoot up',
  seed_leaf: 'seed leaf open',
}

export const mediumWords: Words<Schemas['Medium']> = {
  sand: 'sand',
  perlite: 'perlite',
  peat: 'peat',
  towel: 'damp towel',
  vermiculite: 'vermiculite',
  seed_mix: 'seed mix',
  tray: 'tray of seed mix',
  pellet: 'pellet',
  water: 'water',
  air: 'air',
}

export const lightWords: Words<Schemas['Light']> = { light: 'in the light', dark: 'in the dark' }

export const stateWords: Words<Schemas['TrialState']> = {
  planned: 'planned',
  counting: 'being counted',
  closed: 'finished',
}

export const layoutWords: Words<Schemas['Layout']> = {
  random: 'completely at random',
  blocks: 'at random within blocks',
}

export const unitWords: Words<Schemas['DurationUnit']> = { min: 'minutes', h: 'hours', d: 'days' }

export const stopWords: Words<Schemas['StopReason']> = {
  all_accounted: 'all seeds are accounted for: it can be closed',
  quiet_and_length: 'no new germination for long enough: you can close it',
  more_expected: 'quiet, but more came after this day in earlier trials of this plant',
  still_coming: 'germinating',
  length_not_reached: 'quiet, but the planned time is not over',
}

export const reasonWords: Words<Schemas['Reason']> = {
  none_germinated: 'nothing germinated',
  fewer_than_two_germinated: 'fewer than two germinated',
  fewer_than_three_germinated: 'fewer than three germinated after sowing',
  too_few_intervals: 'all germinated within one or two neighbouring looks',
  fit_failed: 'no curve could be fitted',
  never_reached: 'never reached',
  time_zero: 'reached before sowing',
  no_time: 'one of them has no time',
  no_value: 'nothing germinated in one of them',
  fewer_than_two_groups_with_spread: 'fewer than two treatments whose dishes differ',
  mean_time_zero: 'all germination was early',
  fate_unknown: 'ungerminated seed was not checked',
  base_zero: 'no seed is left in the base',
  no_inspection: 'not looked at yet',
  no_inspection_after_zero: 'no look after sowing',
  no_horizon: 'no common time span yet',
  horizon_below_one_day: 'common time span under a day',
  all_or_none: 'all or none germinated',
  one_dish: 'one dish only',
  one_treatment: 'one treatment only',
  one_trial: 'one trial only',
  no_replication: 'one dish per treatment',
  no_finite_fit: 'in a treatment or a block all or none germinated',
  sprouted_in_bag: 'seed sprouted in a shared bag',
  one_bag: 'one bag per treatment',
  curve_misfits: 'germination came in more than one flush, or stopped and started',
  one_seed_per_dish: 'one seed per dish',
  dishes_agree: 'the dishes agree',
  undefined_without_a_dish: 'it depends on a single dish',
  no_spread: 'the dishes do not differ',
  not_detectable: 'not detectable in this trial',
  all_accounted: 'all seeds are accounted for',
  set_aside: 'set aside',
  one_replicate: 'one weighed sample only: weigh more for its error',
  one_scoop: 'one scoop only: count more for its error',
  one_head: 'one head only: count more for its error',
  guessed: 'guessed, its error is not known',
  not_measured: 'not measured',
  not_converted: 'not yet converted to seeds',
  not_cut: 'none cut yet',
  not_noted: 'its error was not noted',
  sow_now: 'seed like this is sown now, not kept',
  never_tested: 'never tested',
  fewer_than_three_readings: 'fewer than three readings',
  no_pace: 'no cold in the last 7 known days',
  reached: 'reached already',
  no_log: 'no temperature log',
  dark: 'kept in the dark and counted once, at the end',
  none_live: 'no viable seed',
  no_thousand_seed_weight: 'no counted seeds of this lot have been weighed',
  too_few_doses: 'fewer than four doses, or none without treatment',
  no_dose_effect: 'no effect of the dose shown',
  falls_with_dose: 'fewer germinate the higher the dose',
  beyond_the_tried_doses: 'not reached by any dose tried',
  hump_without_interval: 'no range is given for a curve that rises and falls',
  no_hump: 'no fall after a highest dose',
}

export const baseWords: Words<Schemas['Base']> = { sown: 'sown', filled: 'filled', viable: 'viable' }

export const clockWords: Words<Schemas['Clock']> = { sowing: 'from sowing', treatment: 'from the start of treatment' }

export const curveWords: Words<Schemas['CurveFamily']> = {
  loglogistic: 'log-logistic',
  lognormal: 'log-normal',
  weibull: 'Weibull',
}

export const aimWords: Words<Schemas['DecisionAim']> = {
  most: 'most plants',
  balanced: 'balanced',
  soonest: 'soonest',
  own: 'your own figures',
}

/** What a rule of the decision looks at, in few words. */
export const ruleWords: Words<Schemas['VerdictRule']> = {
  lead_shown: 'shown by the tests',
  one_treatment: 'one treatment',
  hint_only: 'no replication',
  nothing_came: 'nothing germinated',
  still_counting: 'interim',
  sow_as_usual: 'upper band',
  sow_thicker: 'middle band',
  better_seed: 'lower band',
  many_fresh: 'fresh left',
  many_hard: 'hard left',
  many_empty: 'empty',
  many_rotted: 'rotted',
  many_dead: 'dead',
  fate_unknown: 'not checked',
  not_told_apart: 'difference not shown',
  dishes_disagree: 'dishes disagree',
  early_share: 'early share of 10 % or more',
  dose_largest: 'best dose is the largest',
  dose_smallest: 'best dose is the smallest',
  dose_inside: 'best dose inside',
  dose_falls: 'falls at the strongest',
  care_missed: 'its bags',
  one_bag: 'one bag',
}

export const questionWords: Words<Schemas['Question']> = {
  alive: 'Is this lot alive?',
  best: 'Which treatment germinates most?',
  dose: 'Which dose?',
  crossed: 'Do two things matter together?',
  still_as_good: 'Is it still as good as last time?',
  which_lot: 'Which lot is better?',
  every_lot: 'Does this step help every lot?',
  floaters: 'Floaters or sinkers?',
  bought_or_own: 'Bought or own?',
  stored: 'Stored here or there?',
  other: 'Another question',
}

/** The same questions where they are chosen. */
export const questionChips: Words<Schemas['Question']> = {
  alive: 'Is it alive?',
  best: 'Best treatment',
  dose: 'Best dose',
  crossed: 'Two factors',
  still_as_good: 'Still as good?',
  which_lot: 'Which lot?',
  every_lot: 'A step for every lot',
  floaters: 'Floaters or sinkers',
  bought_or_own: 'Bought or own',
  stored: 'Stored here or there',
  other: 'Another question',
}

export const fitnessWords: Words<Schemas['Fitness']> = {
  answers: 'can answer it',
  hints: 'a hint, not an answer',
  cannot: 'cannot answer it',
}

export const seenHowWords: Words<Schemas['SeenHow']> = { opened: 'opened', seen_through: 'seen through the bag' }

export const deviationWords: Words<Schemas['DeviationKind']> = {
  part_moved: 'A part of it lies elsewhere',
  label_unreadable: 'Its label cannot be read',
  dried_out: 'It had dried out',
  mould: 'Mould in it',
  missed: 'A look or care was missed',
  other: 'Other',
}

export const fateWords = wordsOf(FATE_ROWS)

/** A dose as the bench says it: days in whole weeks become weeks, and what is counted in cycles stays so. */
export function doseWords(duration: number, unit: Schemas['DurationUnit'], kind?: Schemas['StepKind']): string {
  if (duration === 0) return ''
  const cycle = kind && STEP_KINDS[kind].cycle
  if (cycle) return duration === 1 ? `1 ${cycle}` : `${duration} ${cycle}s`
  if (unit === 'd' && duration % 7 === 0) return duration === 7 ? '1 week' : `${duration / 7} weeks`
  if (unit === 'd') return `${duration} d`
  return `${duration} ${unit}`
}
