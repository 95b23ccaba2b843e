import type { Schemas } from '@/shared/api/http'
import type { Words } from './words'

export const closureWords: Words<Schemas['Closure']> = { sealed: 'sealed', vented: 'open for air', open: 'open' }
export const moistureWords: Words<Schemas['Moisture']> = { dry: 'dry', damp: 'damp, holds as a ball', wet: 'wet' }
export const endsByWords: Words<Schemas['EndsBy']> = { clock: 'the clock', sign: 'a sign', person: 'a person' }
export const soilWords: Words<Schemas['Soil']> = { cold: 'cold soil', warm: 'warm soil' }
export const confidenceWords: Words<Schemas['Confidence']> = { sure: 'sure', likely: 'likely', guess: 'starting point' }
export const careWords: Words<Schemas['CareKind']> = { mist: 'mist', change_water: 'change water', look: 'look' }
export const seasonWords: Words<Schemas['SowSeason']> = { autumn: 'autumn', spring: 'spring' }

export const schoolWords: Words<Schemas['School']> = {
  sand: 'in sand',
  towel: 'in a towel',
  soak_first: 'soaked first',
  no_soak: 'not soaked',
  winter: 'outdoors over winter',
  eight_weeks: 'unknown: eight weeks of cold',
  four_ways: 'unknown: four ways',
}

export const dormancyWords: Words<Schemas['Dormancy']> = {
  none: 'not dormant',
  physical: 'physical: the coat keeps water out',
  shallow: 'physiological, shallow',
  middling: 'physiological, middling',
  deep: 'physiological, deep',
  morphological: 'morphological: the embryo has to grow',
  morphophysiological: 'morpho-physiological: growth, then cold',
  combined: 'combined: coat, then cold',
  unknown: 'not known',
}

export const modeWords: Words<Schemas['PlanMode']> = {
  sow_together: 'sown on one day',
  start_together: 'started on one day',
}

export const leavingWords: Words<Schemas['LeavingHow']> = {
  with_medium: 'with its medium',
  picked_out: 'picked out',
  left_in_place: 'left in place',
}

export const sproutsGoWords: Words<Schemas['SproutsGo']> = {
  potted: 'potted',
  go_on: 'left, the bag goes on',
  end_chill: 'the end for all',
}

export const supplyWords: Words<Schemas['SupplyKind']> = {
  smoke_water: 'smoke water',
  solution: 'another solution',
  towel: 'towels',
  sand: 'sand',
  bag: 'bags',
}

export const placeTroubleWords: Words<Schemas['PlaceTrouble']> = {
  froze: 'froze',
  power_cut: 'power cut',
  warmed: 'grew warm',
}

export const logFaultWords: Words<Schemas['LogFault']> = {
  no_time: 'no time can be read',
  no_number: 'no number can be read',
  same_time: 'another line has this time',
  impossible: 'not between −60 and 80 °C',
  too_few_columns: 'too few columns',
  in_future: 'lies in the future',
}
