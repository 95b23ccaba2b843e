import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, vi } from 'vitest'

/** Each test begins on a new device: nothing is kept on it, and no module remembers the test before. */
beforeEach(() => {
  vi.resetModules()
  globalThis.indexedDB = new IDBFactory()
  localStorage.clear()
  sessionStorage.clear()
})
