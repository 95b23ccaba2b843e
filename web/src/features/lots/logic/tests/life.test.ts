import { describe, expect, it } from 'vitest'
import type { LotPage, StockLine } from '../../api'
import { fitting, lifeOf } from '../life'

const line = (id: number, at: string, kind: string, amount: number, balance: number | null, more = {}) =>
  ({ id, at: `${at}T10:00:00Z`, kind, amount_seeds: amount, balance_seeds: balance, known: 'weighed', reason: '', stands: true, ...more }) as unknown as StockLine // prettier-ignore
const test = (trial: number, share: number, used: boolean) =>
  ({ trial, share, used, lower: share - 0.1, upper: share, tested_on: '2026-05-04', count: 9, of: 10, treatment: `t${share}`, base: 'sown' }) as unknown as LotPage['tests'][number] // prettier-ignore
const page = (more: { tests?: LotPage['tests']; log?: object[]; turn_on?: string } = {}) =>
  ({ tests: more.tests ?? [], bench: { log: more.log ?? [], turn_on: more.turn_on ?? null } }) as unknown as LotPage
const life = (ledger: StockLine[], more = {}, lot = {}) =>
  lifeOf({ collected_on: '2026-01-01', use_by: null, ...lot }, page(more), ledger, '2026-07-01', (l) => l.word)

describe('the life of a lot', () => {
  it('has its amount in steps, as a share of the most there ever was, up to today', () => {
    const l = life([
      line(1, '2026-01-11', 'in', 1000, 1000),
      line(2, '2026-03-02', 'drawn', 250, 750, { reason: 'trial A-01' }),
    ])
    expect(l.course.map((c) => [c.day, c.share])).toEqual([[10, 0], [10, 1], [60, 1], [60, 0.75], [181, 0.75]]) // prettier-ignore
    expect(l.amounts.map((a) => [a.seeds, a.estimated])).toEqual([[1000, true], [750, true]]) // prettier-ignore
    expect(l.events.map((e) => [e.word, e.more])).toEqual([['collected', ''], ['trial A-01', '250 seeds']]) // prettier-ignore
  })

  it('knows counted amounts again after a recount, and leaves out lines that were corrected', () => {
    const l = life([
      line(1, '2026-01-11', 'in', 1000, 1000),
      line(2, '2026-02-01', 'recount', 400, 400, { known: 'counted' }),
      line(3, '2026-02-02', 'drawn', 399, 1, { stands: false }),
    ])
    expect(l.amounts.at(-1)).toMatchObject({ seeds: 400, estimated: false })
    expect(l.course.at(-1)?.share).toBe(0.4)
  })

  it('has no amount where nobody knows it, and begins with what is known first', () => {
    const l = life([line(1, '2026-02-01', 'in', 0, null)], {}, { collected_on: null })
    expect([l.course, l.zero, l.today]).toEqual([[], '2026-02-01', 150])
  })

  it('shows one test a trial: the one that tells of age, else the best', () => {
    const l = life([], { tests: [test(1, 0.2, false), test(1, 0.9, false), test(2, 0.9, false), test(2, 0.5, true)] })
    expect(l.tests.map((t) => t.share)).toEqual([0.9, 0.5])
  })

  it('reaches to what is due', () => {
    expect(life([], {}, { use_by: '2027-07-01' }).endDay).toBe(546)
    expect(life([], { turn_on: '2026-07-03' }).events.at(-1)).toMatchObject({ word: 'turn', day: 183 })
  })
})

describe('labels on a line', () => {
  it('give way where they would touch, and stay within it', () => {
    const found = fitting([{ day: 0 }, { day: 30 }, { day: 95 }], (d) => d, () => 40, 100) // prettier-ignore
    expect(found.map((f) => [f.day, f.x])).toEqual([[0, 0], [95, 60]]) // prettier-ignore
  })
})
