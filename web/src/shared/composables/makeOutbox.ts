import type { QueryClient } from '@tanstack/vue-query'
import { computed, ref, shallowRef } from 'vue'
import { onThisBench } from '@/shared/api/bench'
import { Problem } from '@/shared/api/problem'
import { deviceBox, type Row } from './deviceBox'

const FIRST_PAUSE_MS = 700
const LONGEST_PAUSE_MS = 15_000

export interface Sending<T> {
  /** Name of the box on the device. */
  name: string
  post(item: T): Promise<unknown>
  /** Whether it may leave now; another person's record waits until that person is signed in. */
  mayLeave?(item: T): boolean
  /** Records of one thing leave in order: behind one that waits for a person, the next of the same thing waits too. */
  thing?(item: T): unknown
  /** What is asked anew once everything has left; everything, if nothing is said. */
  arrived?(queries: QueryClient, last: T): void
}

const askEverything = (queries: QueryClient) => void queries.invalidateQueries()

/** Who else has this box open sends nothing meanwhile; without locks the server's client_id keeps each record single. */
const alone = (name: string, work: () => Promise<void>): Promise<void> =>
  navigator.locks ? navigator.locks.request<Promise<void>>(`awake-furrow-${onThisBench(name)}`, work).then() : work()

/**
 * Records go to the device first and to the server in order, once each by their client_id. Without signal they wait; what
 * the server refuses stays in the box with its reason until a person has decided.
 */
export function makeOutbox<T>({
  name,
  post,
  mayLeave = () => true,
  thing = (item) => item,
  arrived = askEverything,
}: Sending<T>) {
  const box = deviceBox<T>(name)
  const rows = shallowRef<Row<T>[]>([])
  const noSignal = ref(false)
  let queries: QueryClient | null = null
  let sending: Promise<void> | null = null
  let timer = 0
  let pause = FIRST_PAUSE_MS

  const waiting = computed(() => rows.value.filter((r) => !r.refusal).map((r) => r.item))
  const refused = computed(() => rows.value.filter((r) => r.refusal))

  /** What waits on the device was read: a page that shows counts begins with it. */
  const ready = ref(false)

  async function reread() {
    try {
      rows.value = await box.read()
    } finally {
      ready.value = true
    }
  }

  /** The first record that may leave; nothing overtakes an earlier one of the same thing. */
  function next(): Row<T> | undefined {
    const stuck = new Set<unknown>()
    for (const row of rows.value) {
      const of = thing(row.item)
      if (row.refusal || !mayLeave(row.item)) stuck.add(of)
      else if (!stuck.has(of)) return row
    }
    return undefined
  }

  async function drain() {
    await reread()
    let last: T | null = null
    for (let row = next(); row; row = next()) {
      try {
        await post(row.item)
        await box.remove(row.order)
        last = row.item
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        const { status, code, detail, question, current } = error
        if (
          error.noSignal ||
          status >= 500 ||
          status === 429 ||
          status === 401 ||
          (status === 403 && code !== 'not_allowed')
        ) {
          noSignal.value = true
          again()
          break
        }
        await box.put({ ...row, refusal: { status, code, detail, question, current } })
      }
      noSignal.value = false
      pause = FIRST_PAUSE_MS
      await reread()
    }
    // once the box is empty, not after each of forty
    if (last !== null && queries && !waiting.value.length) arrived(queries, last)
  }

  /** Send what waits; resolves when nothing more can leave. */
  function flush(): Promise<void> {
    sending ??= alone(name, drain).finally(() => (sending = null))
    return sending
  }

  function again() {
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void flush(), pause)
    pause = Math.min(LONGEST_PAUSE_MS, pause * 2)
  }

  let gathered: T[] = []
  let keeping: Promise<void> | null = null

  async function keep() {
    await Promise.resolve()
    const items = gathered
    gathered = []
    keeping = null
    await box.add(items)
    await reread()
    void flush()
  }

  /** Keep a record on the device; it leaves as soon as there is signal. Those of one tap are kept together. */
  function send(item: T): Promise<void> {
    gathered.push(item)
    keeping ??= keep()
    return keeping
  }

  /** A person has decided about a refused record: send it changed, or drop it. */
  async function decide(row: Row<T>, changed: T | null) {
    if (changed === null) await box.remove(row.order)
    else await box.put({ order: row.order, item: changed, refusal: null })
    await reread()
    await flush()
  }

  /** Begin to send, for as long as the app is open. */
  function start(client: QueryClient) {
    queries = client
    const now = () => {
      pause = FIRST_PAUSE_MS
      void flush()
    }
    window.addEventListener('online', now)
    document.addEventListener('visibilitychange', () => document.hidden || now())
    now()
  }
  return { waiting, refused, noSignal, ready, send, flush, decide, start }
}
