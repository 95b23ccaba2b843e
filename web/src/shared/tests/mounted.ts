import { VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { defineComponent, h } from 'vue'

/** A composable as a page would use it: what it gives, and how to leave the page. */
export function mounted<T>(use: () => T) {
  let given: T | undefined
  const page = mount(
    defineComponent({
      setup() {
        given = use()
        return () => h('div')
      },
    }),
    { attachTo: document.body, global: { plugins: [VueQueryPlugin] } },
  )
  return { ...(given as T), leave: () => page.unmount() }
}
