import { openDB } from 'idb'
import type { NewVisit } from '../api'

const STORE = 'waiting'

/** Visits that the server has not acknowledged, with their photos; localStorage is too small for pictures. */
const opened = () =>
  openDB('awake-furrow-visits', 1, {
    upgrade: (db) => void db.createObjectStore(STORE),
  })

export async function readVisits(): Promise<NewVisit[]> {
  const db = await opened()
  return ((await db.get(STORE, 'visits')) as NewVisit[] | undefined) ?? []
}

export async function writeVisits(visits: readonly NewVisit[]): Promise<void> {
  const db = await opened()
  await db.put(STORE, [...visits], 'visits')
}
