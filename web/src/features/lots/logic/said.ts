import { amountSentence } from '@/shared/format/amount'
import { percent, percentRange } from '@/shared/format/numbers'
import type { Lot, LotPage } from '../api'

/** What is known of a lot and what to do with it, in one sentence or two. */
export function lotSentence(lot: Lot, page: LotPage): string {
  const last = page.tests.at(-1)
  const next = page.bench.next[0]
  const worth =
    page.decisions[0]?.headline ??
    (last
      ? `${percent(last.share)} % ${last.base === 'sown' ? `of ${last.of} seeds germinated` : 'of the full seed was alive'} when last tested (${percentRange(last.lower, last.upper)}, ${last.treatment}).`
      : 'It was never tested.')
  return [`${amountSentence(lot.stock)} ${worth}`, next?.sentence ?? ''].filter(Boolean).join(' ')
}
