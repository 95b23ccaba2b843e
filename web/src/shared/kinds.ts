import type { Schemas } from '@/shared/api/http'
import written from '@/shared/api/kinds.json'

type StepKind = Schemas['StepKind']
type StepRow = Schemas['StepRow']

/** The server's tables of kinds as they were when the app was built; `make schema` writes them. */
const tables = written as unknown as Schemas['Kinds']

/** Rows by their kind. */
const byKind = <K extends string, R extends { kind: K }>(rows: readonly R[]) =>
  Object.fromEntries(rows.map((r) => [r.kind, r])) as Readonly<Record<K, R>>

/** What is known of each kind of step: its word, usual dose, drawing, cautions. */
export const STEP_KINDS = byKind<StepKind, StepRow>(tables.steps)

/** What is known of each fate of what is left in a dish: its words, and what it tells. */
export const FATE_ROWS: readonly Schemas['FateRow'][] = tables.fates

/** What each classic index is called and means, in the order of the tables. */
export const INDEX_TEXTS: Schemas['Kinds']['indices'] = tables.indices

export type LotField = Schemas['LotField']

/** The plain fields of a lot, in the order of its form. */
export const LOT_FIELDS: readonly LotField[] = tables.lot_fields

/** The kind with which an empty recipe begins. */
export const FIRST_STEP = tables.steps.find((s) => s.cold)!.kind
