import { INDEX_TEXTS } from '@/shared/kinds'
import type { Indices } from '../api'

type Key = keyof Omit<Indices, 'reasons'>
export type IndexRow = (typeof INDEX_TEXTS)[string] & { key: Key }

/** Every classic index with its definition and source, one tap away. */
export const INDEX_ROWS: readonly IndexRow[] = Object.entries(INDEX_TEXTS).map(([key, text]) => ({
  ...text,
  key: key as Key,
  meaning: text.source ? `${text.meaning} (${text.source})` : text.meaning,
}))
