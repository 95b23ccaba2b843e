import { RouterLinkStub } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { arrived, opened } from '@/shared/tests/page'
import { server } from '@/shared/tests/server'

const step = { kind: 'cold_moist', duration: 8, unit: 'd', temperature_c: 4, medium: 'sand' }
const recipe = (id: number, name: string, steps: object[]) => ({
  id, name, steps, edition: 1, cautions: [], tested: false, confidence: 'guess', note: '', source: '', school: '',
}) // prettier-ignore

async function list() {
  server({
    'GET /recipes/': {
      count: 3,
      results: [recipe(3, 'cold', [step]), recipe(5, 'colder', [{ ...step, duration: 20 }]), recipe(9, 'as it is', [])],
    },
  })
  const { user } = await import('@/features/people').then(({ useSession }) => useSession())
  user.value = { id: 1, may_plan: true } as typeof user.value
  const { default: RecipesPage } = await import('../RecipesPage.vue')
  const { page } = await opened(RecipesPage, '/recipes', '/recipes')
  const row = (id: number) => page.find(`#recipe-${id}`)
  return { page, row }
}

describe('the list of recipes', () => {
  it('is walked by the arrow keys, and selects with Space what is planned or tried together', async () => {
    const { page, row } = await list()
    row(3).element.dispatchEvent(new FocusEvent('focus'))
    await row(3).trigger('keydown', { key: 'ArrowDown' })
    expect(document.activeElement?.id).toBe('recipe-5')
    await row(5).trigger('keydown', { key: 'ArrowUp' })
    expect(document.activeElement?.id).toBe('recipe-3')
    await row(3).trigger('keydown', { key: ' ' })
    await row(5).find('input[type=checkbox]').trigger('change')
    await arrived()
    const chosen = page.find('[aria-label="With the selected"]')
    expect(chosen.text()).toContain('2 recipes selected')
    const links = chosen.findAllComponents(RouterLinkStub).map((l: { props: (name: 'to') => unknown }) => l.props('to'))
    expect(links).toEqual([
      { name: 'plan', query: { recipe: ['3', '5'] } },
      { name: 'new-trial', query: { recipe: ['3', '5'] } },
    ])
    await chosen.find('button').trigger('click')
    expect(page.find('[aria-label="With the selected"]').exists()).toBe(false)
  })

  it('does not select a recipe without a step: there is nothing to plan', async () => {
    const { page, row } = await list()
    expect(row(9).find('input[type=checkbox]').exists()).toBe(false)
    await row(9).trigger('keydown', { key: ' ' })
    expect(page.find('[aria-label="With the selected"]').exists()).toBe(false)
  })
})
