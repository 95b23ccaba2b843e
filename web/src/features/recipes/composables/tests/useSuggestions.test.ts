import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { refusal, server } from '@/shared/tests/server'

const step = (kind: string) => ({ kind, duration: 56, unit: 'd', temperature_c: 3 })
const DORMANCY = {
  treatments: [
    { name: 'untreated', why: 'to compare', steps: [] },
    { name: 'long cold', why: 'the embryo needs it', steps: [step('cold_moist')] },
    { name: 'sandpaper', why: 'a hard coat', steps: [step('sandpaper')] },
  ],
}

async function suggesting(write: Parameters<typeof server>[0][string]) {
  const { bodies } = server({
    'GET /lots/5/dormancy/': DORMANCY,
    'GET /recipes/': {
      results: [
        { id: 1, name: 'rubbed', steps: [step('sandpaper')] },
        { id: 3, name: 'long cold', steps: [{ ...step('cold_moist'), duration: 14 }] },
      ],
    },
    'POST /recipes/': write,
  })
  const { mounted } = await import('@/shared/tests/mounted')
  const { useSuggestions } = await import('../useSuggestions')
  const page = mounted(() => useSuggestions(5))
  await flushPromises()
  return { ...page, written: () => bodies('POST /recipes/') }
}

describe('what the reading of a dormancy suggests', () => {
  it('becomes recipes, and uses those of the same steps, whatever they are called', async () => {
    const { treated, make, written } = await suggesting({ id: 2, name: 'long cold' })
    expect(treated.value.map((t) => t.name)).toEqual(['long cold', 'sandpaper'])
    expect((await make())?.map((r) => r.id)).toEqual([2, 1])
    expect(written()).toMatchObject([{ name: 'long cold, suggested', note: 'the embryo needs it', steps: [{ kind: 'cold_moist', duration_max: null }] }]) // prettier-ignore
  })

  it('says why one of them was refused', async () => {
    const { make, sentence } = await suggesting(() => refusal(422, 'Cold works only on damp seed.'))
    expect(await make()).toBeNull()
    expect(sentence.value).toBe('Cold works only on damp seed.')
  })
})
