import { describe, expect, it } from 'vitest'
import {
  addOne,
  eraseDigit,
  extrasOf,
  nextKind,
  NOTHING_NEW,
  PLAIN,
  same,
  sameExtras,
  total,
  typeDigit,
} from '../entry'
import { fatesIn, foundIn, noFates } from '../fates'

const typed = (...digits: number[]) => digits.reduce((entry, d) => typeDigit(entry, 'germinated', d), NOTHING_NEW)

describe('what is entered for a dish', () => {
  it('is typed digit by digit, to three digits', () => {
    expect(typed(1, 2).germinated).toBe(12)
    expect(typed(1, 2, 3, 4).germinated).toBe(999)
    expect(eraseDigit(typed(1, 2), 'germinated').germinated).toBe(1)
    expect(eraseDigit(NOTHING_NEW, 'lost')).toEqual(NOTHING_NEW)
  })

  it('is tapped one by one, and never less than none', () => {
    expect(addOne(addOne(NOTHING_NEW, 'rotted'), 'rotted').rotted).toBe(2)
    expect(addOne(NOTHING_NEW, 'rotted', -1).rotted).toBe(0)
  })

  it('goes round the kinds', () => {
    expect([nextKind('germinated', 1), nextKind('germinated', -1), nextKind('lost', 1)]).toEqual(['abnormal', 'lost', 'germinated']) // prettier-ignore
  })

  it('is summed and compared over all kinds', () => {
    const entry = { germinated: 3, abnormal: 1, rotted: 0, lost: 2 }
    expect(total(entry)).toBe(6)
    expect(same(entry, { ...entry })).toBe(true)
    expect(same(entry, { ...entry, lost: 1 })).toBe(false)
  })

  it('sends all sprouts one way', () => {
    const entry = { germinated: 3, abnormal: 1, rotted: 0, lost: 0 }
    expect(extrasOf(entry, { ...PLAIN, sprouts: 'potted' })).toMatchObject({ potted: 3, thrown_out: 0 })
    expect(extrasOf(entry, { ...PLAIN, sprouts: 'thrown_out' })).toMatchObject({ potted: 0, thrown_out: 4 })
    expect(extrasOf(entry, PLAIN)).toMatchObject({ potted: 0, thrown_out: 0, photo: null, marks: [] })
  })

  it('keeps marks as plain numbers, which a device can store', () => {
    const photo = { id: 'p', blob: new Blob(['x']), marks: [[0.1, 0.2]] as [number, number][] }
    expect(structuredClone(extrasOf(NOTHING_NEW, { ...PLAIN, photo }).marks)).toEqual([[0.1, 0.2]])
    expect(sameExtras({ ...PLAIN, photo }, { ...PLAIN, photo: { ...photo } })).toBe(true)
    expect(sameExtras({ ...PLAIN, photo }, { ...PLAIN, photo: { ...photo, marks: [] } })).toBe(false)
  })
})

describe('fates at a closing', () => {
  it('are numbers where they were typed and none where not', () => {
    const fates = { ...noFates(), fresh: '3', dead: '2' }
    expect(fatesIn(fates)).toEqual({ fresh: 3, hard: 0, empty: 0, dead: 2 })
    expect(foundIn(fates)).toBe(5)
    expect(foundIn(noFates())).toBe(0)
  })
})
