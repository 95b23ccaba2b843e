import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter, RouterView } from 'vue-router'

/** Everything that waits has been answered, and the page shows it. */
export async function arrived() {
  for (let n = 0; n < 40; n += 1) {
    await new Promise((go) => setTimeout(go, 0))
    await flushPromises()
  }
}

/** A page at its address, as the app opens it; fields and buttons of Vuetify are empty elements, or show what is in them. */
export async function opened(Page: Component, path: string, address: string, queryClient = new QueryClient()) {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path, component: Page },
      { path: '/trials/:id', name: 'trial', component: { template: '<div />' } },
    ],
  })
  await router.push(address)
  const page = mount(RouterView, {
    attachTo: document.body,
    global: {
      plugins: [router, [VueQueryPlugin, { queryClient }]],
      stubs: {
        RouterLink: RouterLinkStub,
        'v-text-field': true,
        'v-select': true,
        'v-btn': { template: '<button type="button"><slot /></button>' },
      },
    },
  })
  await arrived()

  function button(words: string) {
    const buttons = page.findAll('button')
    const found = buttons.find((b) => `${b.text()} ${b.attributes('aria-label') ?? ''}`.includes(words))
    if (!found) throw new Error(`no button “${words}” among ${buttons.map((b) => b.text())}`)
    return found
  }
  return {
    page,
    router,
    button,
    press: async (words: string) => {
      await button(words).trigger('click')
      await arrived()
    },
  }
}
