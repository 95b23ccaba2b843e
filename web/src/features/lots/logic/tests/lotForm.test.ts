import { expect, it, vi } from 'vitest'
import type { Lot } from '../../api'
import { asRequest, lotForm } from '../lotForm'

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
