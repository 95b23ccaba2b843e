import { describe, expect, it } from 'vitest'
import { asProblem, noSignal } from '@/shared/api/problem'
import { useProblem } from '@/shared/composables/useProblem'

describe('an answer that is a refusal', () => {
  it('says what the server said', () => {
    const problem = asProblem(
      { title: 'No', detail: 'Dish 3 has 25 seeds.', code: 'more_than_sown', question: true },
      422,
    )
    expect([problem.status, problem.message, problem.code, problem.question]).toEqual([422, 'Dish 3 has 25 seeds.', 'more_than_sown', true]) // prettier-ignore
    expect(problem.noSignal).toBe(false)
  })

  it.each([undefined, null, 'an HTML page', 7])('says its status where the body is %s', (body) => {
    expect(asProblem(body, 502).detail).toContain('The server answered 502')
  })

  it('without an answer at all is no signal', () => {
    expect(noSignal().noSignal).toBe(true)
  })
})

describe('the refusal of a form', () => {
  const refusal = asProblem(
    {
      detail: '2 fields need another look.',
      code: 'malformed',
      errors: [{ pointer: '/name', code: 'x', message: 'Too long.' }],
    },
    400,
  )
  const refused = async () => {
    throw refusal
  }

  it('stands at its field, and at the foot where no field of the form says it', async () => {
    const form = useProblem()
    expect(await form.succeeds(refused)).toBe(false)
    expect(form.at('/name')).toEqual(['Too long.'])
    expect(form.foot('/name')).toBe('')
    expect(form.foot('/other')).toBe('2 fields need another look.')
  })

  it('is gone with the next try', async () => {
    const form = useProblem()
    await form.attempt(refused)
    expect(await form.attempt(async () => 'made')).toBe('made')
    expect([form.sentence.value, form.at('/name')]).toEqual(['', []])
  })

  it('is no place for errors of another kind', async () => {
    const form = useProblem()
    const broken = form.attempt(async () => {
      throw new TypeError('a fault of ours')
    })
    await expect(broken).rejects.toThrow('a fault of ours')
  })
})
