import { describe, expect, it } from 'vitest'
import type { LineRead } from '../../api'
import { emptyLabel, nextLabel, requestOf, withLine } from '../label'

const line = (more: Partial<LineRead>): LineRead => ({
  taxon: null, field_name: '', collected_on: null, collected_precision: null, parents: null, code: '', place: null, origin_place: '',
  amount: null, unit: null, known: null, claimed_percent: null, claimed_days: null, note: '', understood: [], questions: [], ...more,
}) // prettier-ignore

describe('the label of a lot', () => {
  it('takes what a line names, and keeps what it does not', () => {
    const written = { ...emptyLabel(), code: 'LL-023', place: 4 }
    written.lot.collector = 'RK'
    const read = withLine(written, line({ taxon: 7, collected_on: '2026-08-01', collected_precision: 'month', amount: 18, unit: 'g', known: 'weighed', parents: 40 })) // prettier-ignore
    expect(read.lot).toMatchObject({ taxon: 7, collected_on: '2026-08-01', collected_precision: 'month', collector: 'RK', parents: 40 }) // prettier-ignore
    expect([read.code, read.place, read.amount]).toEqual(['LL-023', 4, { unit: 'g', number: '18', known: 'weighed' }])
    expect(withLine(read, line({ note: 'damp' })).amount.number).toBe('18')
  })

  it('sends an amount only where there is one', () => {
    const label = withLine(emptyLabel(), line({ field_name: 'scree foot' }))
    expect(requestOf(label)).toMatchObject({ field_name: 'scree foot', code: '', place: null })
    expect(requestOf(label)).not.toHaveProperty('amount')
    expect(requestOf({ ...label, amount: { unit: 'g', number: '1.5', known: 'weighed' } })).toMatchObject({ amount: 1.5, unit: 'g' }) // prettier-ignore
    expect(requestOf({ ...label, amount: { unit: 'g', number: 'x', known: 'weighed' } })).toHaveProperty('amount', 'x')
  })

  it('of the next lot keeps the day, the place and who collected, and nothing of the seed itself', () => {
    const label = withLine(emptyLabel(), line({ taxon: 7, origin_place: 'north bed', place: 4, amount: 3, unit: 'g', code: 'A-1', note: 'damp' })) // prettier-ignore
    label.lot.collector = 'RK'
    label.lot.leave = 'own land'
    const next = nextLabel(label)
    expect(next.lot).toMatchObject({ taxon: null, origin_place: 'north bed', collector: 'RK', leave: 'own land', note: '' }) // prettier-ignore
    expect([next.code, next.place, next.amount.unit, next.amount.number]).toEqual(['', 4, 'g', ''])
  })
})
