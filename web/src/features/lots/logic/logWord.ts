import { calibrationWords, cleaningWords, dryingWords, qualityWords } from '@/shared/labels'
import type { LotBench } from '../api'

const WORDS: Record<string, Record<string, string>> = {
  cleaning: cleaningWords,
  drying: dryingWords,
  quality: qualityWords,
  calibration: calibrationWords,
}

/** What was done or seen, in the words of its list. */
export const logWord = (line: LotBench['log'][number]) => WORDS[line.record]?.[line.word] ?? line.word
