import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { server } from '@/shared/tests/server'
import type { SowingPlan } from '../../api'

const BASES = [{ treatment: 8, share: 0 }, { treatment: 9, share: 0.6 }, { treatment: 10, share: 0.4 }] // prettier-ignore

async function wishing(start = { lot: 5 as number | null, treatment: null as number | null }, bases: object = BASES) {
  server({ 'GET /lots/5/sowing-bases/': bases, 'GET /lots/6/sowing-bases/': [] })
  const { mounted } = await import('@/shared/tests/mounted')
  const { TYPED, useSowingWish } = await import('../useSowingWish')
  const form = mounted(() => useSowingWish(start))
  await flushPromises()
  return { TYPED, ...form }
}

beforeEach(() => void vi.setSystemTime(new Date('2026-03-01T12:00:00')))

describe('a wish for plants', () => {
  it('rests on the first result that germinated, and is for 24 weeks ahead', async () => {
    const { wish } = await wishing()
    expect(wish.value).toMatchObject({ lot: 5, treatment: 9, plants_wanted: 100, wanted_on: '2026-08-16', cells_per_tray: 72, target_fill: 0.9, assurance: 0.9 }) // prettier-ignore
    expect(wish.value).not.toHaveProperty('area_m2')
  })

  it('keeps the result that it was opened with, if there is such a one', async () => {
    expect((await wishing({ lot: 5, treatment: 10 })).basis.value).toBe(10)
    expect((await wishing({ lot: 5, treatment: 77 })).basis.value).toBe(9)
  })

  it('of a lot that was never tried needs a percentage and the seeds it came from', async () => {
    const { basis, typed, wish, TYPED } = await wishing({ lot: 6, treatment: null })
    expect([basis.value, wish.value]).toEqual([TYPED, null])
    typed.percent = '42,5'
    typed.seeds = '80'
    expect(wish.value).toMatchObject({ treatment: null, typed_share: 0.425, typed_seeds: 80 })
  })

  it('is none while something is missing that it cannot do without', async () => {
    const { typed, wish, lot } = await wishing()
    typed.plants = ''
    expect(wish.value).toBeNull()
    typed.plants = '150'
    expect(wish.value?.plants_wanted).toBe(150)
    lot.value = null
    expect(wish.value).toBeNull()
  })

  it('in open ground says how dense and how large', async () => {
    const { way, typed, wish } = await wishing()
    way.value = ['ground']
    typed.area = '2,5'
    expect(wish.value).toMatchObject({ way: 'ground', plants_per_m2: 20, area_m2: 2.5, seeds_per_cell: null })
  })

  it('lets go of the seeds a cell with another result', async () => {
    const { basis, seedsPerCell, wish } = await wishing()
    seedsPerCell.value = 3
    expect(wish.value?.seeds_per_cell).toBe(3)
    basis.value = 10
    await flushPromises()
    expect(wish.value?.seeds_per_cell).toBeNull()
  })

  it('begins from a plan that was kept, with its seeds a cell', async () => {
    const { fill, typed, wish } = await wishing()
    const plan = { lot: 6, treatment: null, typed_seeds: 90, tested_share: 0.333, way: 'cells', plants_wanted: 60, wanted_on: '2026-05-01', weeks_growing: 8, cells_per_tray: 40, plant_share: 0.8, seeds_per_cell: 2, note: 'for the bank' } // prettier-ignore
    await fill(plan as unknown as SowingPlan)
    expect(typed).toMatchObject({ percent: '33.3', seeds: '90', plantPercent: '80', note: 'for the bank' })
    expect(wish.value).toMatchObject({ lot: 6, treatment: null, typed_share: expect.closeTo(0.333), seeds_per_cell: 2, plants_wanted: 60 }) // prettier-ignore
  })
})
