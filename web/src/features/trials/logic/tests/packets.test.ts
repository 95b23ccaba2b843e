import { describe, expect, it } from 'vitest'
import type { LineRead, LotRow } from '@/features/lots'
import { claimWords, ofLine, ofLot, packetOf } from '../packets'

const line = (more: Partial<LineRead> = {}): LineRead => ({
  taxon: null, field_name: '', collected_on: null, collected_precision: null, parents: null, code: '', place: null, origin_place: '',
  amount: null, unit: null, known: null, claimed_percent: null, claimed_days: null, note: '', understood: [], questions: [], ...more,
}) // prettier-ignore

describe('a packet on the bench', () => {
  it('takes what its line says, and sends it', () => {
    const read = line({
      taxon: 4, collected_on: '2023-01-01', collected_precision: 'year', claimed_percent: 85, claimed_days: 14, amount: 120, unit: 'seeds',
      known: 'counted', understood: [{ piece: 'Lewis flax', taken_for: 'plant' }],
    }) // prettier-ignore
    const packet = ofLine('Lewis flax, 2023 …', read, 20)
    expect([packet.name, packet.year, packet.seeds, packet.questions]).toEqual(['Lewis flax', '2023', 20, []])
    expect(packetOf(packet)).toMatchObject({
      taxon: 4,
      plant: '',
      claimed_percent: 85,
      claimed_days: 14,
      amount: 120,
      seeds: 20,
    })
    expect(claimWords(packet)).toBe('85 % in 14 days')
  })

  it('keeps the name of a plant that is not in the list, and asks where there is none', () => {
    const unknown = line({
      field_name: 'a mystery',
      understood: [{ piece: 'a mystery', taken_for: 'plant' }],
      questions: [
        'No plant of the list is called “a mystery”. It is kept as the field name; choose the plant if you know it.',
      ],
    })
    const packet = ofLine('a mystery', unknown, 20)
    expect([packet.questions, packetOf(packet).plant]).toEqual([[], 'a mystery'])
    expect(ofLine('85 %', line({ claimed_percent: 85 }), 20).questions).toEqual(['Which plant is it?'])
  })

  it('takes no more seeds than a packet holds, and not fewer than ten where it can', () => {
    const holding = (amount: number) => ofLine('x', line({ amount, unit: 'seeds' }), 20).seeds
    expect([holding(200), holding(14), holding(6)]).toEqual([20, 14, 6])
    expect(ofLine('x', line({ amount: 3, unit: 'g' }), 20).seeds).toBe(20)
  })

  it('is a lot that is here', () => {
    const row = {
      id: 9,
      code: 'LL-9',
      common_name: 'Lewis flax',
      collected_on: '2021-08-01',
      stock: { seeds: 15 },
    } as LotRow
    const packet = ofLot(row, 30)
    expect([packet.code, packet.year, packet.seeds]).toEqual(['LL-9', '2021', 15])
    expect(packetOf({ ...packet, length_days: 40 })).toEqual({ lot: 9, seeds: 15, length_days: 40 })
  })

  it('says only the claims that there are', () => {
    expect(claimWords({ claimed_percent: null, claimed_days: 14 })).toBe('14 days')
    expect(claimWords({ claimed_percent: null, claimed_days: null })).toBe('')
  })
})
