import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { CountDish, CountSheet, NewLook } from '../../api'
import { withWaiting } from '../../logic/onTheDevice'

const START = new Date('2026-03-10T09:00:00Z')

const dish = (id: number, more: Partial<CountDish> = {}) =>
  ({
    id, code: `D${id}`, open: true, due: true, sown_at: '2026-03-01T09:00:00Z', seeds: 25, remaining: 23,
    germinated: 2, abnormal: 0, rotted: 0, lost: 0, last_look: null, ...more,
  }) as CountDish // prettier-ignore
const sheetOf = (...dishes: CountDish[]) => ({ trial: 7, every_days: 3, dishes }) as CountSheet

beforeEach(() => void vi.useFakeTimers({ now: START }))

async function begun(sheet = sheetOf(dish(1), dish(2), dish(3))) {
  const { useRound } = await import('../useRound')
  const sent: NewLook[] = []
  const shown = ref<CountSheet | undefined>(sheet)
  return { ...useRound(shown, (look) => sent.push(look)), sent, shown }
}
const one = { germinated: 1, abnormal: 0, rotted: 0, lost: 0 }

describe('a round', () => {
  it('counts each dish at one moment and goes on to the next', async () => {
    const round = await begun()
    round.entry.value = one
    round.save()
    vi.setSystemTime(new Date('2026-03-10T09:20:00Z'))
    round.save()
    expect(round.sent.map((x) => [x.dish, x.new_germinated])).toEqual([[1, 1], [2, 0]]) // prettier-ignore
    expect(new Set(round.sent.map((x) => x.at))).toEqual(new Set([START.toISOString()]))
    expect(round.at.value).toBe(2)
  })

  it('begins at the first dish that is due, and is over behind the last', async () => {
    const round = await begun(sheetOf(dish(1, { due: false }), dish(2)))
    expect(round.dish.value?.id).toBe(2)
    round.save()
    expect(round.over.value).toBe(true)
  })

  it('names the look that it follows, so that two counts of one dish are found out', async () => {
    const last_look = { client_id: 'theirs', at: '2026-03-07T09:00:00Z' } as CountDish['last_look']
    const round = await begun(sheetOf(dish(1, { last_look })))
    round.save()
    expect(round.sent[0]).toMatchObject({ after: 'theirs' })
  })

  it('corrects a dish that was saved before in it, instead of counting it twice', async () => {
    const round = await begun()
    round.save()
    round.goTo(0)
    round.entry.value = one
    round.save()
    expect(round.sent).toHaveLength(2)
    expect(round.sent[1]).toMatchObject({ corrects: round.sent[0]?.client_id, new_germinated: 1 })
  })

  it('sends nothing for a dish that is as it was saved', async () => {
    const round = await begun()
    round.save()
    round.goTo(0)
    round.save()
    expect(round.sent).toHaveLength(1)
  })

  it('takes the last look back with its numbers, and the next one follows no look that this device knows', async () => {
    const round = await begun()
    round.entry.value = one
    round.save()
    round.takeBack()
    expect(round.sent[1]).toMatchObject({ corrects: round.sent[0]?.client_id, withdrawn: true })
    expect(round.entry.value).toEqual(one)
    round.save()
    expect(round.sent[2]).not.toHaveProperty('after')
    expect(round.sent[2]).not.toHaveProperty('corrects')
  })

  it('says nothing new in all dishes that were not looked at, and leaves the others alone', async () => {
    const round = await begun()
    round.goTo(1)
    round.entry.value = one
    round.save()
    round.goTo(0)
    round.nothingNewInTheRest()
    expect(round.sent.map((x) => [x.dish, x.new_germinated])).toEqual([[2, 1], [1, 0], [3, 0]]) // prettier-ignore
    expect(round.over.value).toBe(true)
  })

  it('holds a dish again whose look could not be kept, with its numbers', async () => {
    const round = await begun()
    round.entry.value = one
    round.save()
    expect(round.forget(round.sent[0]?.client_id ?? '')).toBe(true)
    expect([round.dish.value?.id, round.entry.value, round.saved.value]).toEqual([1, one, 0])
    expect(round.forget('another')).toBe(false)
  })

  it('goes on after the page was closed, and is another one hours later', async () => {
    const round = await begun()
    round.save()
    vi.setSystemTime(new Date('2026-03-10T11:00:00Z'))
    vi.resetModules()
    const again = await begun(sheetOf(dish(1), dish(2)))
    again.save()
    expect(again.sent[0]?.at).toBe(START.toISOString())
    vi.setSystemTime(new Date('2026-03-10T15:00:00Z'))
    expect(again.expired()).toBe(true)
    vi.resetModules()
    const later = await begun(sheetOf(dish(1)))
    later.save()
    expect(later.sent[0]?.at).toBe('2026-03-10T15:00:00.000Z')
  })

  it('counts what came up before the sowing as early', async () => {
    const round = await begun(sheetOf(dish(1, { open: false, sown_at: null })))
    round.save()
    expect(round.sent[0]).toMatchObject({ early: true })
  })
})

describe('a sheet on a device without signal', () => {
  const look = (more: Partial<NewLook>) => ({ client_id: 'a', dish: 1, at: START.toISOString(), ...more })

  it('shows what waits to be sent', () => {
    const [now] = withWaiting(sheetOf(dish(1)), [look({ new_germinated: 3, new_rotted: 1 })], []).dishes
    expect(now).toMatchObject({ germinated: 5, rotted: 1, remaining: 19, due: false })
    expect(now?.last_look?.client_id).toBe('a')
  })

  it('replaces what a correction corrects, and takes a withdrawn look back', () => {
    const first = look({ new_germinated: 3 })
    const right = look({ client_id: 'b', corrects: 'a', new_germinated: 1 })
    expect(withWaiting(sheetOf(dish(1)), [first, right], []).dishes[0]).toMatchObject({ germinated: 3, remaining: 22 })
    const gone = look({ client_id: 'c', corrects: 'a', withdrawn: true })
    expect(withWaiting(sheetOf(dish(1)), [first, gone], []).dishes[0]).toMatchObject({ germinated: 2, last_look: null })
  })

  it('counts a look once that the server has already', () => {
    const known = dish(1, { last_look: { client_id: 'a' } as CountDish['last_look'] })
    expect(withWaiting(sheetOf(known), [look({ new_germinated: 3 })], []).dishes[0]?.germinated).toBe(2)
  })

  it('takes a dish out of hand whose closing waits', () => {
    const { dishes } = withWaiting(sheetOf(dish(1), dish(2)), [], [1])
    expect(dishes.map((d) => d.open)).toEqual([false, true])
  })
})
