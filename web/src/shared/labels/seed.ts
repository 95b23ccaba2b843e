import type { Schemas } from '@/shared/api/http'
import { lotFieldWords, type Words } from './words'

export const originWords = lotFieldWords['origin_kind'] as Words<Schemas['OriginKind']>

export const precisionWords = lotFieldWords['collected_precision'] as Words<Schemas['DatePrecision']>

export const knownWords: Words<Schemas['AmountKnown']> = {
  counted: 'counted',
  weighed: 'weighed',
  scooped: 'scooped',
  heads: 'heads counted',
  photo: 'counted in a photo',
  guessed: 'guessed',
}

export const cutWords: Words<Schemas['CutState']> = { full: 'full', empty: 'empty', eaten: 'eaten' }

export const stockWords: Words<Schemas['StockKind']> = {
  in: 'came in',
  drawn: 'drawn',
  lost: 'lost',
  corrected: 'corrected by',
  recount: 'recounted',
}

export const amountUnitWords: Words<Schemas['AmountUnit']> = { seeds: 'seeds', g: 'g', ml: 'ml', heads: 'heads' }

export const sheddingWords: Words<Schemas['Shedding']> = {
  holds: 'holds its seed for weeks',
  shatters: 'shatters when ripe',
  flies: 'flies off',
  bursts: 'bursts open',
  fleshy: 'fleshy fruit',
  sow_at_once: 'lives for days: sow at once',
}

export const signWords: Words<Schemas['RipeSign']> = {
  no_green: 'no green left',
  dry_brown: 'dry and brown',
  rattles: 'rattles',
  comes_away: 'comes off at a touch',
  dark_seed: 'seed is dark',
  full_colour: 'fully coloured',
  open_below: 'open at the bottom',
  sprouting: 'sprouting in the head',
}

export const outcomeWords: Words<Schemas['VisitOutcome']> = {
  watching: 'seen',
  missed: 'missed: shed already',
  nothing_set: 'no seed set',
  cross_failed: 'the cross failed',
}

export const watchWords: Words<Schemas['WatchState']> = {
  no_plan: 'no first visit set',
  later: 'later',
  due: 'today',
  overdue: 'overdue',
  may_be_gone: 'may be gone: go now',
}

export const purposeWords = lotFieldWords['purpose'] as Words<Schemas['Purpose']>

export const ripenessWords = lotFieldWords['ripeness'] as Words<Schemas['Ripeness']>

export const gradeWords: Words<Schemas['CleaningGrade']> = {
  uncleaned: 'not cleaned',
  rough: 'roughly cleaned',
  clean: 'clean',
  fine: 'finely cleaned',
}

export const cleaningWords: Words<Schemas['CleaningKind']> = {
  rub: 'rub',
  thresh: 'thresh',
  sieve: 'sieve',
  winnow: 'winnow',
  mash_rinse: 'mash and rinse',
  float: 'float',
  pick: 'pick',
  fluff: 'loosen the fluff',
}

export const dryingWords: Words<Schemas['DryingKind']> = {
  spread: 'spread to dry',
  turned: 'turned',
  looked: 'looked at',
  dry: 'found dry',
}

export const qualityWords: Words<Schemas['QualityKind']> = {
  cut: 'cut open',
  squeeze: 'squeezed',
  purity: 'purity sample',
  imbibition: 'imbibition test',
}

export const calibrationWords: Words<Schemas['CalibrationKind']> = {
  weighed: 'counted and weighed',
  scooped: 'counted scoops',
  heads: 'counted heads',
}

export const containerWords: Words<Schemas['Container']> = {
  paper: 'paper',
  cloth: 'cloth',
  tub: 'open tub',
  jar: 'closed jar',
  foil: 'sealed foil',
}

export const hazardWords: Words<Schemas['Hazard']> = {
  poisonous: 'poisonous',
  possibly_poisonous: 'unknown: treat as poisonous',
  irritating: 'irritates',
  bristly: 'bristles',
  mouldy: 'mouldy',
  infested: 'infested',
}

export const troubleWords: Words<Schemas['Trouble']> = {
  sick: 'sick: leaf spots and other diseases',
  mouldy: 'mouldy',
  seed_eaters: 'insects that eat seed',
  visitors: 'insects that only visit',
}

export const endWords: Words<Schemas['LotEnd']> = { used_up: 'used up', discarded: 'discarded' }

export const placeKindWords: Words<Schemas['PlaceKind']> = {
  site: 'site',
  room: 'room',
  fridge: 'fridge',
  shelf: 'shelf',
  tray: 'tray',
  box: 'box',
  freezer: 'freezer',
}

export const descentWords: Words<Schemas['DescentKind']> = {
  split: 'split off',
  merged: 'merged',
  floated: 'floated',
  sunk: 'sank',
  form: 'another form',
}

export const uptakeWords: Words<Schemas['WaterUptake']> = {
  physical: 'the coat keeps water out: scarify',
  not_physical: 'water gets in: the coat is not what holds it back',
  unclear: 'unclear: neither took up much',
}

export const sheetWords: Words<Schemas['LabelSheet']> = {
  a4_24: 'A4, 24 labels of 70 × 37 mm',
  a4_14: 'A4, 14 labels of 99 × 38 mm',
  a4_8: 'A4, 8 labels of 99 × 68 mm, with pencil lines',
  letter_30: 'Letter, 30 labels of 67 × 25 mm',
  single_57_32: 'single labels, 57 × 32 mm',
  single_62_29: 'single labels, 62 × 29 mm',
  single_100_50: 'single labels, 100 × 50 mm',
}

export const labelKindWords: Words<Schemas['LabelKind']> = {
  stored: 'for the store',
  field_bag: 'for the field bag',
  bag: 'for a bag in treatment',
  dish: 'dishes of a trial',
  tray: 'tray',
}

/** What a lot asks for next, in a word or two. */
export const lotTaskWords: Words<Schemas['LotTask']> = {
  sow_now: 'sow now',
  quarantine: 'in quarantine',
  turn: 'turn',
  measure: 'measure',
  convert: 'count samples',
  cut: 'cut a few',
  cut_floaters: 'cut floaters',
  clean: 'clean',
  dry: 'dry',
  store: 'store',
  move: 'move',
  name: 'name the plant',
  test: 'test',
  retest: 'test again',
  use_by: 'use by',
  end: 'end',
}
