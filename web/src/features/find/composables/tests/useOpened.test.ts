import { beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'

const page = { template: '<p />' }

async function opening() {
  vi.resetModules()
  const { rememberOpened, useOpened } = await import('../useOpened')
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: page },
      { path: '/lots/:id', name: 'lot', component: page },
      { path: '/trials/:id/compare', name: 'compare', component: page },
      { path: '/lots', name: 'lots', component: page },
    ],
  })
  rememberOpened(router)
  return { router, useOpened }
}

describe('what was opened lately', () => {
  beforeEach(() => localStorage.clear())

  it('is remembered once each, the latest first', async () => {
    const { router, useOpened } = await opening()
    const opened = useOpened(1)
    for (const path of ['/lots/5', '/lots', '/trials/3/compare', '/lots/5']) await router.push(path)
    expect(opened.value).toEqual(['lot:5', 'trial:3'])
  })

  it('is each person’s own, and is still there the next time', async () => {
    const first = await opening()
    first.useOpened(1)
    await first.router.push('/lots/5')
    const { useOpened } = await opening()
    expect(useOpened(2).value).toEqual([])
    expect(useOpened(1).value).toEqual(['lot:5'])
  })

  it('begins again where something else was kept', async () => {
    localStorage.setItem('awake-furrow-opened-1', '{broken')
    const { useOpened } = await opening()
    expect(useOpened(1).value).toEqual([])
  })

  it('holds twenty things', async () => {
    const { router, useOpened } = await opening()
    const opened = useOpened(1)
    for (let n = 1; n <= 25; n += 1) await router.push(`/lots/${n}`)
    expect(opened.value).toHaveLength(20)
    expect(opened.value[0]).toBe('lot:25')
  })
})
