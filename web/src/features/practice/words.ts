import type { Words } from '@/shared/labels/words'
import type { Mark, Says } from './api'

export const SAYS: Words<Says> = {
  better: 'does better',
  worse: 'does worse',
  same: 'no difference that matters',
  cannot_say: 'cannot say',
}

export const MARKS: Words<Mark> = {
  found: 'found',
  left_open: 'rightly left open',
  missed: 'missed',
  without_ground: 'not supported by your data',
}
