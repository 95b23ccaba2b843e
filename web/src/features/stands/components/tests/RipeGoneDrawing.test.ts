import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { dayAfter } from '@/shared/format/dates'
import type { SeasonView } from '../../api'
import RipeGoneDrawing from '../RipeGoneDrawing.vue'

const share = (i: number, late: number) => Math.min(1, Math.max(0, (i - late) / 20))
const season = {
  sentences: ['Half of the seed will be ripe about 11 Jul 2027.'],
  best_from: '2027-07-12',
  best_to: '2027-07-18',
  seen: [
    { on: '2027-07-05', ripe: 0.25 },
    { on: '2026-01-01', ripe: 0.5 },
  ],
  days: Array.from({ length: 41 }, (_, i) => ({
    on: dayAfter('2027-07-01', i),
    ripe: share(i, 0),
    ripe_lower: share(i, 4),
    ripe_upper: share(i, -4),
    gone: share(i, 10),
    gone_lower: share(i, 14),
    gone_upper: share(i, 6),
  })),
} as SeasonView

const drawn = (today: string, coming: string | null) => mount(RipeGoneDrawing, { props: { season, today, coming } })

describe('the drawing of ripe and gone', () => {
  it('shows the best days, what was seen in the season, and today', () => {
    const page = drawn('2027-07-06', null)
    expect(page.find('.best').attributes('width')).not.toBe('6')
    expect(page.findAll('circle.ring')).toHaveLength(1)
    expect(page.find('.now text').text()).toBe('today')
    expect(page.find('.return-day').exists()).toBe(false)
  })

  it('marks the day one would come back on, within the days that are drawn', () => {
    expect(drawn('2027-07-06', '2027-07-26').find('.return-day').exists()).toBe(true)
    expect(drawn('2027-07-06', '2027-07-06').find('.return-day').exists()).toBe(false)
    expect(drawn('2027-07-06', '2028-01-01').find('.return-day').exists()).toBe(false)
  })

  it('leaves today out where the season is far away', () => {
    expect(drawn('2027-01-06', null).find('.now').exists()).toBe(false)
  })
})
