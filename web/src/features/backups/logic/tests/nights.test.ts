import { expect, it } from 'vitest'
import { oldestAllowed } from '../nights'

it('one missed night is no alarm, two are', () => {
  const now = new Date('2026-03-10T08:00:00Z')
  const late = (iso: string) => new Date(iso) < oldestAllowed(now)
  expect([late('2026-03-09T02:00:00Z'), late('2026-03-08T09:00:00Z'), late('2026-03-08T02:00:00Z')]).toEqual([false, false, true]) // prettier-ignore
})
