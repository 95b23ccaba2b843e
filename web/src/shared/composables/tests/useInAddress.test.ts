import { flushPromises, mount } from '@vue/test-utils'
import { defineComponent, h } from 'vue'
import { createMemoryHistory, createRouter, RouterView } from 'vue-router'
import { describe, expect, it } from 'vitest'
import { useInAddress } from '../useInAddress'

describe('useInAddress', () => {
  it('reads and writes one word of the address and leaves the others', async () => {
    let typed: ReturnType<typeof useInAddress> | undefined
    const page = defineComponent(() => {
      typed = useInAddress('q')
      return () => h('p', typed?.value)
    })
    const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/', component: page }] })
    await router.push('/?q=cold&open=coat#recipe-3')
    const shown = mount(RouterView, { global: { plugins: [router] } })
    await flushPromises()
    expect(shown.text()).toBe('cold')
    typed!.value = 'smoke'
    await flushPromises()
    expect(router.currentRoute.value.fullPath).toBe('/?q=smoke&open=coat#recipe-3')
    typed!.value = ''
    await flushPromises()
    expect(router.currentRoute.value.fullPath).toBe('/?open=coat#recipe-3')
    expect(shown.text()).toBe('')
  })
})
