import { describe, expect, it } from 'vitest'
import type { PlanView } from '../../api'
import { daysApart, movedRows, movedWords } from '../planned'

const row = (key: string, start: string, sow: string) => ({ key, name: `row ${key}`, start: `${start}T09:00:00Z`, sow: `${sow}T09:00:00Z` }) // prettier-ignore
const plan = (...treatments: ReturnType<typeof row>[]) => ({ treatments }) as unknown as PlanView

describe('what a plan moved', () => {
  const before = plan(row('1', '2027-01-04', '2027-03-01'), row('2', '2027-02-01', '2027-03-01'))

  it('is known by the key of a row, whatever it is called', () => {
    const after = plan(
      { ...row('1', '2027-01-05', '2027-03-02'), name: 'renamed' },
      row('2', '2027-02-01', '2027-03-01'),
    )
    const moved = movedRows(before, after)
    expect([...moved.keys()]).toEqual(['1'])
    expect(movedWords(after, moved)).toEqual(['renamed begins Tue 5 Jan instead of Mon 4 Jan and is sown Tue 2 Mar instead of Mon 1 Mar.']) // prettier-ignore
  })

  it('is nothing for a row that is new, or against no plan', () => {
    expect(movedRows(before, plan(row('3', '2027-01-05', '2027-03-02'))).size).toBe(0)
    expect(movedRows(null, before).size).toBe(0)
  })

  it('counts parts of days', () => {
    expect(daysApart('2027-03-01T09:00:00Z', '2027-03-01T21:00:00Z')).toBe(0.5)
  })
})
