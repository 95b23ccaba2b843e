import { openDB } from 'idb'
import { onThisBench } from '@/shared/api/bench'

const STORE = 'records'
/** Before there was one box for everything, each kind had its own. */
const BOXES_BEFORE = ['looks', 'bag-looks', 'visits']

/** One record in the box. `who` made it, null where that is not known; `tries` and `trouble`: the server failed over it so often. */
export interface Row<T = unknown> {
  order: number
  kind: string
  who: number | null
  item: T
  refusal: Refusal | null
  tries: number
  trouble: string
}

/** A refusal as it is kept beside its record, for a person to decide. */
export interface Refusal {
  status: number
  code: string
  detail: string
  question: boolean
  current: Record<string, unknown> | null
}

const nameOf = (box: string) => `awake-furrow-${onThisBench(box)}`

/** A later version changes the records that are there; it never deletes them. */
const opened = () =>
  openDB(nameOf('outbox'), 1, {
    upgrade: (db) => void db.createObjectStore(STORE, { keyPath: 'order', autoIncrement: true }),
  })

/** Strict: an acknowledged tap is on the disk, not in the browser's memory. */
async function changed(work: (store: Awaited<ReturnType<typeof writing>>) => Promise<unknown>) {
  const { transaction } = await writing()
  try {
    await work(transaction.store)
  } catch (error) {
    // what was written before the fault must not stay without the rest
    try {
      transaction.abort()
    } catch {
      // a fault of the disk has taken it back already
    }
    await transaction.done.catch(() => undefined)
    throw error
  }
  await transaction.done
}
const writing = async () => (await opened()).transaction(STORE, 'readwrite', { durability: 'strict' }).store

/**
 * The box on the device, in the order in which records were put in; it survives a closed page and a crash. Each record is a
 * line of its own, so that two tabs never write over each other, and pictures fit in.
 */
export const box = {
  read: async () => (await (await opened()).getAll(STORE)) as Row[],
  /** All of them or none, in one go: a page closed a moment later has them all. */
  add: (rows: readonly Omit<Row, 'order'>[]) =>
    changed(async (store) => {
      for (const row of rows) await store.add(row)
    }),
  put: (row: Row) => changed((store) => store.put(row)),
  remove: (order: number) => changed((store) => store.delete(order)),
}

interface RowBefore {
  order: number
  item: { who?: number }
  refusal: Refusal | null
}

/** Move what an earlier version of the app kept into the box; it leaves its old place only once it is in the new one. */
export async function takeOver() {
  const known: Partial<IDBFactory> = indexedDB
  const there = known.databases && (await known.databases()).map((d) => d.name)
  for (const kind of BOXES_BEFORE) {
    if (there && !there.includes(nameOf(kind))) continue
    const before = await openDB(nameOf(kind))
    try {
      if (!before.objectStoreNames.contains(STORE)) continue
      const rows = (await before.getAll(STORE)) as RowBefore[]
      if (!rows.length) continue
      await box.add(
        rows.map(({ item, refusal }) => ({ kind, who: item.who ?? null, item, refusal, tries: 0, trouble: '' })),
      )
      const left = before.transaction(STORE, 'readwrite', { durability: 'strict' })
      await Promise.all(rows.map((row) => left.store.delete(row.order)))
      await left.done
    } finally {
      before.close()
    }
  }
}
