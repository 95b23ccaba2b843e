import type { Indices } from '../api'

export interface IndexRow {
  key: keyof Omit<Indices, 'reasons'>
  name: string
  unit: string
  digits: number
  /** A share 0..1, shown in percent. */
  share?: boolean
  meaning: string
}

/** Every classic index with its definition and source, one tap away. */
export const INDEX_ROWS: readonly IndexRow[] = [
  {
    key: 'germinability_sown',
    name: 'germinability, of sown',
    unit: '%',
    digits: 1,
    share: true,
    meaning: 'germinated over sown',
  },
  {
    key: 'germinability_filled',
    name: 'germinability, of filled',
    unit: '%',
    digits: 1,
    share: true,
    meaning: 'germinated over sown less empty and lost',
  },
  {
    key: 'germinability_viable',
    name: 'germinability, of viable',
    unit: '%',
    digits: 1,
    share: true,
    meaning: 'germinated over germinated, abnormal, fresh and hard; only where every fate is known',
  },
  { key: 'early', name: 'early', unit: 'seeds', digits: 0, meaning: 'germinated at looks before or at sowing' },
  { key: 'first', name: 'first', unit: 'd', digits: 2, meaning: 'first look that found one' },
  { key: 'last', name: 'last', unit: 'd', digits: 2, meaning: 'last look that found one' },
  {
    key: 'mgt',
    name: 'mean germination time',
    unit: 'd',
    digits: 2,
    meaning: 'mean of the looks’ times, weighted by what they found',
  },
  { key: 'spread', name: 'spread', unit: 'd', digits: 2, meaning: 'standard deviation of the germination times' },
  { key: 'cv', name: 'CV of time', unit: '', digits: 3, meaning: 'spread over mean time' },
  { key: 'mean_rate', name: 'mean rate', unit: 'per day', digits: 4, meaning: 'one over mean time' },
  {
    key: 'cvg',
    name: 'coefficient of velocity',
    unit: '',
    digits: 2,
    meaning: '100 × germinated over the sum of times',
  },
  {
    key: 't10',
    name: 'T10',
    unit: 'd',
    digits: 2,
    meaning: 'a tenth of those that came up were up; linear between looks (Farooq et al. 2005)',
  },
  { key: 't25', name: 'T25', unit: 'd', digits: 2, meaning: 'a quarter of those that came up were up' },
  {
    key: 't50',
    name: 'T50',
    unit: 'd',
    digits: 2,
    meaning: 'half of those that came up were up: not half of those sown',
  },
  { key: 't75', name: 'T75', unit: 'd', digits: 2, meaning: 'three quarters of those that came up were up' },
  { key: 't90', name: 'T90', unit: 'd', digits: 2, meaning: 'nine tenths of those that came up were up' },
  { key: 'uniformity_90_10', name: 'uniformity, T90 − T10', unit: 'd', digits: 2, meaning: 'shorter is more even' },
  { key: 'uniformity_75_25', name: 'uniformity, T75 − T25', unit: 'd', digits: 2, meaning: 'shorter is more even' },
  {
    key: 'timson',
    name: 'Timson index',
    unit: '% · d',
    digits: 0,
    meaning: 'sum of the daily percentages to the common last day (Timson 1965)',
  },
  {
    key: 'area',
    name: 'pace (area)',
    unit: '%',
    digits: 1,
    meaning: 'mean height of the curve to the common last day: rate and speed in one',
  },
  {
    key: 'peak_value',
    name: 'peak value',
    unit: '% per day',
    digits: 2,
    meaning: 'largest percentage over its day (Czabator 1962)',
  },
  {
    key: 'mean_daily',
    name: 'mean daily germination',
    unit: '% per day',
    digits: 2,
    meaning: 'final percentage over the last day',
  },
  {
    key: 'germination_value',
    name: 'germination value',
    unit: '',
    digits: 2,
    meaning: 'peak value × mean daily germination (Czabator 1962)',
  },
  {
    key: 'synchrony',
    name: 'synchrony Z',
    unit: '',
    digits: 3,
    meaning: '1 = all in one interval (Ranal & Santana 2006)',
  },
  { key: 'uncertainty', name: 'uncertainty U', unit: 'bits', digits: 3, meaning: '0 = all in one interval' },
]
