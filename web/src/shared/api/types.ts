import type { Schemas } from './http'

/** Shapes of the API that shared components show. */
export type Hazard = Schemas['Hazard']
export type DayOfLog = Schemas['DayOfLog']
export type HazardCare = Schemas['HazardCare']
export type Stock = Schemas['Stock']
export type HistoryEntry = Schemas['HistoryEntry']
export type ConclusionView = Schemas['ConclusionView']
export type LotDecision = Schemas['LotDecision']
