import { expect, it, vi } from 'vitest'
import type { Lot } from '../../api'
import { asRequest, askedIn, FORM_LINES, listedFacts, lotForm } from '../lotForm'

it('a new lot begins with today and with what is usual', () => {
  vi.useFakeTimers({ now: new Date('2026-08-12T23:30:00') })
  expect(lotForm()).toMatchObject({ taxon: null, origin_kind: 'wild', collected_on: '2026-08-12', hazards: [] })
})

it('a lot whose date is not known keeps it unknown', () => {
  const lot = { taxon: 3, field_name: '', collected_on: null, ripeness: '', parents: 40, hazards: ['acid'] }
  expect(lotForm(lot as unknown as Lot)).toMatchObject({ taxon: 3, collected_on: null, parents: 40, hazards: ['acid'] })
})

it('typed numbers are sent as numbers, cleared fields as nothing', () => {
  const typed = { ...lotForm(), parents: '40' as unknown as number, claimed_percent: '' as unknown as number, collected_on: '' } // prettier-ignore
  expect(asRequest(typed)).toMatchObject({ parents: 40, claimed_percent: null, collected_on: null, ripeness: '', use_by: null }) // prettier-ignore
})

it('a field is asked where its origin and its tick say so, and each has a line', () => {
  const names = (lot: object) =>
    FORM_LINES.flatMap((line) => askedIn(line, { ...lotForm(), ...lot }).map((f) => f.name))
  expect(names({ origin_kind: 'wild' })).toContain('leave')
  expect(names({ origin_kind: 'bought' })).toEqual(expect.arrayContaining(['claimed_percent', 'use_by']))
  expect(names({ origin_kind: 'bought' })).not.toContain('leave')
  expect(names({ hybrid: false })).not.toContain('crossed_with')
  expect(names({ hybrid: true })).toContain('crossed_with')
})

it('a cleared word is sent as nothing, and listed facts are in words', () => {
  expect(asRequest({ ...lotForm(), altitude_band: undefined }).altitude_band).toBe('')
  expect(listedFacts({ altitude_band: 'montane' } as unknown as Lot)).toEqual([
    { label: 'Altitude band', words: 'montane' },
  ])
  expect(listedFacts({ altitude_band: '' } as unknown as Lot)).toEqual([])
})
