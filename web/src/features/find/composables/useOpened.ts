import { ref } from 'vue'
import type { Router } from 'vue-router'

const MOST = 20
/** The kind of thing that a page shows, by the name of its route. */
const KINDS: Record<string, string> = {
  lot: 'lot',
  trial: 'trial',
  count: 'trial',
  compare: 'trial',
  decide: 'trial',
  batch: 'batch',
  stand: 'stand',
  sowing: 'sowing',
  plant: 'plant',
}

const opened = ref<string[]>([])
let key = ''

function read(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]')
    return Array.isArray(kept) ? kept.filter((x): x is string => typeof x === 'string').slice(0, MOST) : []
  } catch {
    // what another version left there is no list: it begins again
    return []
  }
}

/** What somebody opened lately on this device, the latest first, as `lot:12`. */
export function useOpened(person: number) {
  const wanted = `awake-furrow-opened-${person}`
  if (key !== wanted) {
    key = wanted
    opened.value = read()
  }
  return opened
}

/** Remember each thing whose page is opened. */
export function rememberOpened(router: Router) {
  router.afterEach((to) => {
    const kind = KINDS[String(to.name)]
    if (!key || !kind || typeof to.params.id !== 'string') return
    const it = `${kind}:${to.params.id}`
    opened.value = [it, ...opened.value.filter((x) => x !== it)].slice(0, MOST)
    localStorage.setItem(key, JSON.stringify(opened.value))
  })
}
