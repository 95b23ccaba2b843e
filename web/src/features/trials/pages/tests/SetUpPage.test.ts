import { describe, expect, it } from 'vitest'
import { opened } from '@/shared/tests/page'
import { refusal, server } from '@/shared/tests/server'

const dish = (id: number, sown_at: string | null = null) => ({
  id, code: `D${id}`, position: id, place: 'Bench', block: null, seeds: 25, sown_at, treatment: 'cold', bag: null,
}) // prettier-ignore

const sheet = (...dishes: ReturnType<typeof dish>[]) => ({
  id: 7, code: 'T-7', question: 'Which?', kind: 'trial', lot: 1, lot_code: 'LL-1', lots: [{ id: 1, code: 'LL-1', name: 'flax' }], state: 'planned', criterion: 'root_visible', medium: 'sand',
  light: 'light', closure: 'vented', temperature_c: 20, night_temperature_c: null, sow_on: '2026-03-01', layout: 'random',
  knows_treatments: true, drawings: [], hazards: [], photos: [], dishes,
  treatments: [
    { id: 1, name: 'cold', is_control: false, light: 'light', added_on: null, starts_on: null, bags: 0, dishes: [1, 2], sown: 0 },
    { id: 2, name: 'warm', is_control: true, light: 'light', added_on: null, starts_on: null, bags: 0, dishes: [3, 4], sown: 0 },
  ],
}) // prettier-ignore

/** The sheet of a trial with four dishes, of which none is sown. */
async function laidOut(sow: Parameters<typeof server>[0][string]) {
  const asked = server({
    'GET /trials/7/set-up/': sheet(dish(1), dish(2), dish(3), dish(4)),
    'POST /trials/7/sow/': sow,
  })
  const { user } = await import('@/features/people').then(({ useSession }) => useSession())
  user.value = { id: 1, may_count: true } as typeof user.value
  const { default: SetUpPage } = await import('../SetUpPage.vue')
  const { page, press, button } = await opened(SetUpPage, '/trials/:id/set-up', '/trials/7/set-up')
  const sown = () => asked.bodies('POST /trials/7/sow/').map((body) => (body as { dishes: number[] }).dishes)
  return { page, press, button, sown, answers: asked.answers }
}

describe('dishes that are filled one after the other', () => {
  it('are named once each, however fast the taps come before the answers', async () => {
    const { press, sown, page } = await laidOut(() => new Promise(() => undefined))
    await press('Dish D2 sown now')
    await press('cold: sown now')
    await press('the other 2 dishes')
    expect(sown()).toEqual([[2], [1], [3, 4]])
    expect(page.text()).not.toContain('sown now')
  })

  it('are to be sown again where the server refused, with its reason', async () => {
    const { press, button, page } = await laidOut(() => refusal(409, 'Two bags are still in.', { question: true }))
    await press('warm: sown now')
    expect(page.find('[role=alert]').text()).toContain('Two bags are still in.')
    expect(button('all 4 dishes').exists()).toBe(true)
  })

  it('are fetched again where somebody else has sown some meanwhile', async () => {
    const { press, sown, answers } = await laidOut(() => refusal(422, 'Not waiting to be sown in T-7: D3.'))
    answers['GET /trials/7/set-up/'] = sheet(dish(1), dish(2), dish(3, '2026-03-01T09:00:00Z'), dish(4))
    await press('all 4 dishes')
    await press('the other 3 dishes')
    expect(sown()[1]).toEqual([1, 2, 4])
  })

  it('are sown after a yes to the question, the same ones', async () => {
    const { press, sown, answers } = await laidOut(() => refusal(409, 'Two bags are still in.', { question: true }))
    await press('warm: sown now')
    answers['POST /trials/7/sow/'] = {}
    await press('Out of treatment: sow')
    expect(sown()).toEqual([
      [3, 4],
      [3, 4],
    ])
  })
})
