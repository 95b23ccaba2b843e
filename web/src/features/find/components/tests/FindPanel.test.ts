import { beforeEach, describe, expect, it } from 'vitest'
import { h } from 'vue'
import type { Person } from '@/features/people'
import { arrived, opened } from '@/shared/tests/page'
import { server, type Asked } from '@/shared/tests/server'

const row = (id: number, title: string) => ({ kind: 'lot', id, title, detail: '', code: `L-${id}`, path: `/trials/${id}`, recent: false }) // prettier-ignore
const USER = { id: 1, may_plan: true, may_read: true, may_lead: false } as Person

async function finding() {
  const waiting: (() => void)[] = []
  server({
    'GET /find/': async ({ query }: Asked) => {
      if (query.q === 'second') await new Promise<void>((go) => waiting.push(go))
      return {
        results: query.q === 'nothing' ? [] : [row(query.q === 'second' ? 2 : 1, query.q || 'opened lately')],
        instead: [],
      }
    },
  })
  const { default: FindPanel } = await import('../FindPanel.vue')
  const Page = { render: () => h(FindPanel, { user: USER, pages: [{ to: '/formats', words: 'Units and dates' }] }) }
  const { page, router } = await opened(Page, '/', '/')
  const field = page.find('input')
  const type = async (words: string) => {
    await field.setValue(words)
    await new Promise((go) => setTimeout(go, 80))
    await arrived()
  }
  const titles = () => page.findAll('[role=option] .title').map((x) => x.text())
  return { page, router, field, type, titles, answer: () => waiting.forEach((go) => go()) }
}

describe('find', () => {
  beforeEach(() => localStorage.clear())

  it('shows what was opened lately and what can be done before anything is typed', async () => {
    const { titles } = await finding()
    expect(titles().slice(0, 2)).toEqual(['opened lately', 'New trial'])
  })

  it('opens what was typed, also where Enter is quicker than the answer', async () => {
    const { router, field, type, titles, answer } = await finding()
    await type('first')
    expect(titles()).toContain('first')
    await field.setValue('second')
    await field.trigger('keydown', { key: 'Enter' })
    await arrived()
    expect(router.currentRoute.value.path).toBe('/')
    answer()
    await arrived()
    expect(router.currentRoute.value.path).toBe('/trials/2')
  })

  it('goes down and up, and around', async () => {
    const { page, field, type } = await finding()
    await type('units')
    const chosen = () => page.find('[aria-selected=true] .title').text()
    expect(chosen()).toBe('units')
    await field.trigger('keydown', { key: 'ArrowDown' })
    expect(chosen()).toBe('Units and dates')
    await field.trigger('keydown', { key: 'ArrowDown' })
    expect(chosen()).toBe('units')
  })

  it('says that nothing was found', async () => {
    const { page, type } = await finding()
    await type('nothing')
    expect(page.text()).toContain('Nothing found for “nothing”.')
  })
})
