import { describe, expect, it } from 'vitest'
import { opened } from '@/shared/tests/page'
import { server } from '@/shared/tests/server'

const packet = (treatment: number, name: string, more: object = {}) => ({
  treatment, lot: { id: treatment, code: `PK-0${treatment}`, name }, origin_place: '', packed_on: '2021-01-01', packed_precision: 'year',
  claimed_percent: 85, claimed_days: 14, left: { seeds: 120, estimated: false }, dishes: [{ id: 10 + treatment }], germinated: 17, sown: 20,
  share: 0.85, lower: 0.6, upper: 0.95, half_days: 9, day: 20, length_days: 28, closed: true, claim: 'met', claim_words: 'the claim is met',
  use: 'as_usual', factor: 1, use_words: 'Sow as usual.', days_words: '', ...more,
}) // prettier-ignore

async function results(packets: ReturnType<typeof packet>[], closed: number) {
  const asked = server({
    'GET /trials/7/packets/': {
      trial: 7,
      code: 'PKT-01',
      question: 'Still good?',
      state: 'counting',
      sow_on: '2026-11-01',
      closed,
      packets,
    },
    'POST /sowing-plans/of-packets/': [{ id: 3, code: 'PK-01-S1' }],
  })
  const { user } = await import('@/features/people').then(({ useSession }) => useSession())
  user.value = { id: 1, may_count: true, may_plan: true } as typeof user.value
  const { default: PacketsPage } = await import('../PacketsPage.vue')
  return { ...(await opened(PacketsPage, '/trials/:id/packets', '/trials/7/packets')), asked }
}

describe('the results of a packet day', () => {
  it('are grouped by what to do, with those to sow before those to replace', async () => {
    const bad = { use: 'replace', share: 0.1, lower: 0.02, upper: 0.3, claim: 'lower', claim_words: 'lower than claimed', use_words: 'Replace the packet.' } // prettier-ignore
    const { page } = await results([packet(1, 'flax', bad), packet(2, 'penstemon'), packet(3, 'tobacco', bad)], 3)
    expect(page.get('h1').text()).toBe('1 sow as usual, 2 replace')
    expect(page.findAll('section h2').map((h) => h.text().replace(/\s+/g, ' '))).toEqual([
      'Sow as usual 1',
      'Replace 2',
    ])
    expect(page.findAll('.flag.low')).toHaveLength(2)
  })

  it('become plans of what is worth sowing, and a list of what is not', async () => {
    const { page, press, asked } = await results([packet(1, 'flax', { use: 'replace' }), packet(2, 'penstemon'), packet(3, 'tobacco', { use: 'thicker' })], 3) // prettier-ignore
    await press('Shopping list')
    expect(page.findAll('[aria-label="Shopping list"] li').map((l) => l.text())).toEqual(['flax (PK-01)'])
    await press('Plan sowings')
    await page.get('form[aria-label="Plan sowings"]').trigger('submit')
    await new Promise((go) => setTimeout(go))
    expect(asked.bodies('POST /sowing-plans/of-packets/')).toMatchObject([{ treatments: [2, 3], plants_wanted: 24 }])
  })

  it('say what is being tested while nothing is closed', async () => {
    const open = { use: 'undecided', closed: false, use_words: 'Go on counting.' }
    const { page } = await results(
      [packet(1, 'flax', open), packet(2, 'penstemon', { ...open, share: null, lower: null, upper: null })],
      0,
    )
    expect(page.get('h1').text()).toBe('2 packets being tested')
    expect(page.text()).toContain('not counted yet')
    expect(page.findAll('a').filter((a) => a.text() === 'Close this packet')).toHaveLength(2)
  })
})
