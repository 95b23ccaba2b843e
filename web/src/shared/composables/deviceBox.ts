import { openDB } from 'idb'
import { onThisBench } from '@/shared/api/bench'

const STORE = 'records'

/** One line of the box: a record, and why the server did not take it, where it did not. */
export interface Row<T> {
  order: number
  item: T
  refusal: Refusal | null
}

/** A refusal as it is kept beside its record, for a person to decide. */
export interface Refusal {
  status: number
  code: string
  detail: string
  question: boolean
  current: Record<string, unknown> | null
}

/**
 * A box on the device, in the order in which records were put in; it survives a closed page and a crash. Each record is a
 * line of its own, so that two tabs never write over each other, and pictures fit in.
 */
export function deviceBox<T>(name: string) {
  const opened = () =>
    openDB(`awake-furrow-${onThisBench(name)}`, 2, {
      upgrade(db) {
        for (const old of db.objectStoreNames) db.deleteObjectStore(old)
        db.createObjectStore(STORE, { keyPath: 'order', autoIncrement: true })
      },
    })
  // strict: an acknowledged tap is on the disk, not in the browser's memory
  const changed = async (work: (store: Awaited<ReturnType<typeof writing>>) => Promise<unknown>) => {
    const store = await writing()
    await work(store)
    await store.transaction.done
  }
  const writing = async () => (await opened()).transaction(STORE, 'readwrite', { durability: 'strict' }).store
  return {
    read: async () => (await (await opened()).getAll(STORE)) as Row<T>[],
    /** All of them or none, in one go: a page closed a moment later has them all. */
    add: (items: readonly T[]) =>
      changed((store) => Promise.all(items.map((item) => store.add({ item, refusal: null })))),
    put: (row: Row<T>) => changed((store) => store.put(row)),
    remove: (order: number) => changed((store) => store.delete(order)),
  }
}

export type DeviceBox<T> = ReturnType<typeof deviceBox<T>>
