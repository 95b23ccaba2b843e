import { describe, expect, it } from 'vitest'
import { finished, heard } from '../lines'

const stream = (...lines: object[]) => new Response(lines.map((line) => `${JSON.stringify(line)}\n`).join('')).body

describe('long work', () => {
  it('tells its steps and ends with what came of it', async () => {
    const told: string[] = []
    const line = await heard<{ made: number }>(
      stream({ done: 1, of: 2, doing: 'half' }, { made: 5 }),
      (done, of, doing) => told.push(`${done}/${of} ${doing}`),
    )
    expect(told).toEqual(['1/2 half'])
    expect(finished(line)).toEqual({ made: 5 })
  })

  it('a refusal, a failure and a broken end are problems with their sentence', async () => {
    const ended = async (...lines: object[]) =>
      finished(await heard<{ made: number }>(stream(...lines), () => undefined))
    await expect(ended({ problem: { status: 422, detail: 'Too dark.', code: 'dark' } })).rejects.toMatchObject({
      status: 422,
      detail: 'Too dark.',
      code: 'dark',
    })
    await expect(ended({ failed: 'It could not be finished.' })).rejects.toThrow('It could not be finished.')
    await expect(ended({ done: 0, of: 1, doing: 'begun' })).rejects.toThrow('The server stopped')
  })
})
