import type { QueryClient } from '@tanstack/vue-query'
import { computed, ref, shallowRef } from 'vue'
import { browser } from '@/shared/api/browser'
import { onThisBench } from '@/shared/api/bench'
import { Problem } from '@/shared/api/problem'
import { box, takeOver, type Row } from './box'

const FIRST_PAUSE_MS = 700
const LONGEST_PAUSE_MS = 15_000
/** These concern the way to the server, or the server as a whole: nothing else would arrive either. */
const NOTHING_ARRIVES = new Set([0, 401, 429, 502, 503, 504, 507])

/** What a person reads where a record could not be kept. */
export const NOT_KEPT = 'This device could not save it: its storage is full or locked. Make room, then tap again.'

/** A kind of record, and how one of it is sent. */
export interface Sending<T> {
  kind: string
  post(item: T): Promise<unknown>
  /** Records of one thing leave in order: behind one that waits for a person, the next of the same thing waits too. */
  thing(item: T): number
  /** The record in a few words, for the list of what waits. */
  words(item: T): string
  /** What is asked again once everything has left; everything, if nothing is said. */
  arrived?(queries: QueryClient, last: T): void
}

const kinds = new Map<string, Sending<unknown>>()
const rows = shallowRef<Row[]>([])
/** Why nothing leaves just now: no way to the server, nobody signed in, or a server that takes nothing. */
const held = ref<'no signal' | 'signed out' | 'server busy' | null>(null)
const noSignal = computed(() => held.value !== null)
/** What waits on the device was read: a page that shows counts begins with it. */
const ready = ref(false)
/** Whether the browser promised to keep the box when its storage runs low; null where it was not asked yet. */
const lasting = ref<boolean | null>(null)

let queries: QueryClient | null = null
let whoIsHere: () => number | null = () => null
/** Whether somebody asked for sending since the last one began. */
let asked = false
let sending: Promise<void> | null = null
let timer = 0
let pause = FIRST_PAUSE_MS

const askEverything = (client: QueryClient) => void client.invalidateQueries()
const thingOf = (row: Row) => `${row.kind} ${kinds.get(row.kind)?.thing(row.item)}`

/** Who else has this box open sends nothing meanwhile; without locks the server's client_id keeps each record single. */
const alone = (work: () => Promise<void>): Promise<void> =>
  browser.locks ? browser.locks.request<Promise<void>>(`awake-furrow-${onThisBench('outbox')}`, work).then() : work()

async function reread() {
  try {
    rows.value = await box.read()
  } finally {
    ready.value = true
  }
}

/** Another person's record waits until that person is signed in, and one of nobody known until somebody says it is theirs. */
const mayLeave = (row: Row) => kinds.has(row.kind) && row.who !== null && row.who === whoIsHere()

/** The first record that may leave; nothing overtakes an earlier one of the same thing, nor one that failed just now. */
function next(failed: ReadonlySet<string>): Row | undefined {
  const stuck = new Set(failed)
  for (const row of rows.value) {
    const of = thingOf(row)
    if (row.refusal || !mayLeave(row)) stuck.add(of)
    else if (!stuck.has(of)) return row
  }
  return undefined
}

async function drain() {
  await reread()
  const arrived = new Map<string, unknown>()
  const failed = new Set<string>()
  for (let row = next(failed); row; row = next(failed)) {
    try {
      await kinds.get(row.kind)?.post(row.item)
      await box.remove(row.order)
      arrived.set(row.kind, row.item)
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      const { status, code, detail, question, current } = error
      if (NOTHING_ARRIVES.has(status) || (status === 403 && code !== 'not_allowed')) {
        held.value = status === 0 ? 'no signal' : status === 401 || status === 403 ? 'signed out' : 'server busy'
        again()
        break
      }
      if (status >= 500) {
        // the server fails over this one: it is kept and tried again, and holds up nothing but its own thing
        failed.add(thingOf(row))
        await box.put({ ...row, tries: row.tries + 1, trouble: detail })
      } else await box.put({ ...row, refusal: { status, code, detail, question, current } })
    }
    held.value = null
    pause = FIRST_PAUSE_MS
    await reread()
  }
  if (failed.size) again(LONGEST_PAUSE_MS)
  // once the box is empty, not after each of forty
  for (const [kind, last] of arrived)
    if (queries && !rows.value.some((row) => row.kind === kind && !row.refusal))
      (kinds.get(kind)?.arrived ?? askEverything)(queries, last)
}

/** Send what waits; resolves when nothing more can leave. */
function flush(): Promise<void> {
  asked = true
  sending ??= alone(async () => {
    while (asked) {
      asked = false
      await drain()
    }
  }).finally(() => (sending = null))
  // what was kept in the moment in which a sending ended would wait for the next reason to send
  return sending.then(() => (asked ? flush() : undefined))
}

function again(after = pause) {
  window.clearTimeout(timer)
  timer = window.setTimeout(() => void flush(), after)
  pause = Math.min(LONGEST_PAUSE_MS, pause * 2)
}

let gathered: Omit<Row, 'order'>[] = []
let keeping: Promise<void> | null = null

async function keep() {
  await Promise.resolve()
  const items = gathered
  gathered = []
  keeping = null
  await box.add(items)
  await reread()
  void askToLast()
  void flush()
}

/** A person has decided about a record: send it changed, or drop it. */
async function decide(row: Row, changed: unknown) {
  if (changed === null) await box.remove(row.order)
  else await box.put({ ...row, item: changed, refusal: null, tries: 0, trouble: '' })
  await reread()
  await flush()
}

/** Somebody says that a record of nobody known is theirs. */
async function claim(row: Row) {
  await box.put({ ...row, who: whoIsHere() })
  await reread()
  await flush()
}

/** Ask the browser to keep the box when storage runs low; some ask the person, so not before there is something to keep. */
async function askToLast() {
  if (lasting.value !== null || !rows.value.length || !browser.storage) return
  const { storage } = browser as { storage: Partial<StorageManager> }
  if (storage.persist) lasting.value = (await storage.persisted?.()) || (await storage.persist())
}

/** Begin to send in the name of whoever is here, for as long as the app is open. */
async function start(client: QueryClient, who: () => number | null) {
  queries = client
  whoIsHere = who
  const now = () => {
    pause = FIRST_PAUSE_MS
    void flush()
  }
  window.addEventListener('online', now)
  document.addEventListener('visibilitychange', () => document.hidden || now())
  try {
    await takeOver()
  } finally {
    now()
  }
  await reread()
  await askToLast()
}

/** The whole box: what waits, of whatever kind, and what the server did not take. */
export const outbox = {
  waiting: computed(() => rows.value.filter((r) => !r.refusal)),
  refused: computed(() => rows.value.filter((r) => r.refusal)),
  held,
  lasting,
  flush,
  decide,
  claim,
  start,
  words: (row: Row) => kinds.get(row.kind)?.words(row.item) ?? row.kind,
}

/**
 * The box as one kind of record sees it. A record goes to the device first and to the server in order, once by its client_id.
 * Without signal it waits; what the server refuses stays in the box with its reason until a person has decided.
 */
export function outboxOf<T>(sends: Sending<T>) {
  kinds.set(sends.kind, sends as Sending<unknown>)
  const own = computed(() => rows.value.filter((r) => r.kind === sends.kind) as Row<T>[])

  /** Keep a record on the device; it leaves as soon as there is signal. Those of one tap are kept together, or none of them. */
  function send(item: T): Promise<void> {
    gathered.push({ kind: sends.kind, who: whoIsHere(), item, refusal: null, tries: 0, trouble: '' })
    keeping ??= keep()
    return keeping
  }
  return {
    waiting: computed(() => own.value.filter((r) => !r.refusal).map((r) => r.item)),
    refused: computed(() => own.value.filter((r) => r.refusal)),
    noSignal,
    ready,
    send,
    flush,
    decide: decide as (row: Row<T>, changed: T | null) => Promise<void>,
  }
}
