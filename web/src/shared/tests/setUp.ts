import 'fake-indexeddb/auto'
import { disableAutoUnmount, enableAutoUnmount } from '@vue/test-utils'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, vi } from 'vitest'

/** What the window itself has; what a test defines beside it is gone after that test. */
const natural = new Set(Reflect.ownKeys(navigator))

// files share one window, which is much quicker than one each: a page that stayed would hear the keys of the next test
disableAutoUnmount()
enableAutoUnmount(afterEach)

/** Each test begins on a new device: nothing is kept on it, and no module remembers the test before. */
beforeEach(() => {
  vi.resetModules()
  globalThis.indexedDB = new IDBFactory()
  localStorage.clear()
  sessionStorage.clear()
  document.body.innerHTML = ''
})

afterEach(() => {
  vi.useRealTimers()
  for (const key of Reflect.ownKeys(navigator)) if (!natural.has(key)) Reflect.deleteProperty(navigator, key)
})
