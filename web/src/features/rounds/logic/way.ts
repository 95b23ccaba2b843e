import { straight } from '@/shared/drawing/axes'
import type { Schemas } from '@/shared/api/http'

export type Stop = Schemas['RouteStop']

export interface Dot {
  number: number
  name: string
  x: number
  y: number
}

/** A degree of longitude is shorter by this at a latitude. */
const shorter = (latitude: number) => Math.cos((latitude * Math.PI) / 180)

/** Where the places of a route lie in a drawing, north up and to one scale; those without a position are left out. */
export function wayThrough(stops: readonly Stop[], size: { width: number; height: number; edge: number }): Dot[] {
  const placed = stops.flatMap((s, i) => (s.position ? [{ ...s.position, name: s.place_name, number: i + 1 }] : []))
  if (!placed.length) return []
  const middle = placed.reduce((sum, p) => sum + p.latitude, 0) / placed.length
  const flat = placed.map((p) => ({ ...p, east: p.longitude * shorter(middle) }))
  const [west, east] = [Math.min(...flat.map((p) => p.east)), Math.max(...flat.map((p) => p.east))]
  const [south, north] = [Math.min(...flat.map((p) => p.latitude)), Math.max(...flat.map((p) => p.latitude))]
  const room = { width: size.width - 2 * size.edge, height: size.height - 2 * size.edge }
  const degrees = Math.max((east - west) / room.width, (north - south) / room.height, 1e-9)
  const half = { x: (degrees * room.width) / 2, y: (degrees * room.height) / 2 }
  const [cx, cy] = [(west + east) / 2, (south + north) / 2]
  const x = straight([cx - half.x, cx + half.x], [size.edge, size.width - size.edge])
  const y = straight([cy - half.y, cy + half.y], [size.height - size.edge, size.edge])
  return flat.map((p) => ({ number: p.number, name: p.name, x: x(p.east), y: y(p.latitude) }))
}
