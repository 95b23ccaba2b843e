import { onBeforeUnmount, ref, watch, type Ref } from 'vue'

const PAUSE_MS = 400
const MOST = 5

export interface Draft<T> {
  id: string
  at: string
  what: T
}

/**
 * What somebody is filling in, kept on this device under a name until it is sent. Earlier drafts are offered and never put in
 * place by themselves; `worth` says whether there is anything in the form that is worth keeping.
 */
export function useDraft<T>(name: string, filled: Ref<T>, worth: () => boolean) {
  const key = `awake-furrow-drafts-${name}`
  let id: string = crypto.randomUUID()
  const earlier = ref(read<T>(key)) as Ref<Draft<T>[]>
  /** When this form was last kept; null: not kept. */
  const keptAt = ref<string | null>(null)
  let timer = 0
  let sent = false

  function write(drafts: Draft<T>[]): boolean {
    try {
      localStorage.setItem(key, JSON.stringify(drafts.slice(0, MOST)))
      return true
    } catch {
      // a device that keeps nothing more: the form then names no time
      return false
    }
  }
  function keep() {
    window.clearTimeout(timer)
    timer = 0
    if (sent || !worth()) return
    const at = new Date().toISOString()
    const done = write([{ id, at, what: filled.value }, ...read<T>(key).filter((d) => d.id !== id)])
    keptAt.value = done ? at : null
  }
  watch(
    filled,
    () => {
      window.clearTimeout(timer)
      timer = window.setTimeout(keep, PAUSE_MS)
    },
    { deep: true },
  )
  // a change in the last moment before the page is left
  onBeforeUnmount(() => {
    if (timer) keep()
  })

  function discard(which: string) {
    write(read<T>(key).filter((d) => d.id !== which))
    earlier.value = earlier.value.filter((d) => d.id !== which)
  }
  /** Go on with an earlier draft: from now on it is the one that is kept. */
  function goOn(draft: Draft<T>): T {
    id = draft.id
    earlier.value = earlier.value.filter((d) => d.id !== draft.id)
    return draft.what
  }
  /** The form was sent: nothing of it waits any more. */
  function done() {
    sent = true
    window.clearTimeout(timer)
    discard(id)
  }
  return { earlier, keptAt, discard, goOn, done }
}

function read<T>(key: string): Draft<T>[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]')
    return Array.isArray(kept)
      ? (kept as (Draft<T> | null)[]).filter((d): d is Draft<T> => Boolean(d?.at && d.what))
      : []
  } catch {
    // what another version left there is no draft
    return []
  }
}
