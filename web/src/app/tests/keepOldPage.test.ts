import { flushPromises, mount } from '@vue/test-utils'
import { defineComponent, h, ref } from 'vue'
import { createMemoryHistory, createRouter, RouterView } from 'vue-router'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { keepOldPage } from '../keepOldPage'

const waiting = ref(true)
const Lots = defineComponent(() => () => h('h1', { id: 'lots' }, 'Lots'))
const Lot = defineComponent(
  () => () => (waiting.value ? h('div', { class: 'waiting', role: 'status' }) : h('h1', 'flax')),
)
const Count = defineComponent(() => () => h('div', { class: 'waiting', role: 'status' }))

let frames: FrameRequestCallback[] = []
let time = 0
const frame = () => frames.splice(0).forEach((f) => f(0))
const old = () => document.querySelector('.old-page')

async function start() {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: Lots },
      { path: '/lot', component: Lot },
      { path: '/count', component: Count, meta: { bare: true } },
    ],
  })
  const main = document.createElement('div')
  main.id = 'main'
  document.body.append(main)
  keepOldPage(
    router,
    () => main,
    () => time,
  )
  mount(RouterView, { attachTo: main, global: { plugins: [router] } })
  await router.push('/')
  await flushPromises()
  return router
}

describe('keepOldPage', () => {
  beforeEach(() => {
    frames = []
    time = 0
    waiting.value = true
    vi.stubGlobal('requestAnimationFrame', (f: FrameRequestCallback) => frames.push(f))
  })
  afterEach(() => {
    vi.unstubAllGlobals()
    document.body.replaceChildren()
  })

  it('shows the old page until the new one has something to show', async () => {
    const router = await start()
    expect(old()).toBeNull()
    await router.push('/lot')
    await flushPromises()
    frame()
    expect(old()?.textContent).toBe('Lots')
    expect(document.querySelectorAll('#lots')).toHaveLength(0)
    expect(document.querySelector('#main')?.className).toBe('coming')
    waiting.value = false
    await flushPromises()
    frame()
    expect(old()).toBeNull()
    expect(document.querySelector('#main')?.className).toBe('')
  })

  it('shows a slow page as far as it is', async () => {
    const router = await start()
    await router.push('/lot')
    await flushPromises()
    time = 4001
    frame()
    expect(old()).toBeNull()
  })

  it('leaves a page at once that has all, or that fills the screen', async () => {
    const router = await start()
    waiting.value = false
    await router.push('/lot')
    await flushPromises()
    expect(old()).toBeNull()
    await router.push('/count')
    await flushPromises()
    expect(old()).toBeNull()
  })

  it('keeps one picture where somebody goes on before the page came', async () => {
    const router = await start()
    await router.push('/lot')
    await flushPromises()
    await router.push('/')
    await flushPromises()
    frame()
    expect(old()).toBeNull()
    expect(frames).toHaveLength(0)
  })
})
