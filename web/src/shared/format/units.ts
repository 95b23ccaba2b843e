import { ref } from 'vue'
import type { Schemas } from '../api/http'

/** The units of who is signed in; the server keeps °C and grams whatever is shown. */
export const units = ref<Schemas['Units']>('metric')

const G_PER_OZ = 28.349523125
const us = () => units.value === 'us'

export const degreeUnit = () => (us() ? '°F' : '°C')
export const massUnit = () => (us() ? 'oz' : 'g')

/** A number of degrees in the unit shown, with at most `digits` decimals. */
export function degreesShown(c: number, digits = 1): string {
  const value = us() ? (c * 9) / 5 + 32 : c
  return String(Number(value.toFixed(digits)))
}

/** A temperature with its unit. */
export const degrees = (c: number, digits = 1) => `${degreesShown(c, digits)} ${degreeUnit()}`

/** A difference of temperatures with its unit. */
export const degreesBetween = (c: number, digits = 1) =>
  `${Number((us() ? (c * 9) / 5 : c).toFixed(digits))} ${degreeUnit()}`

/** Degrees Celsius of what was typed in the unit shown; what is no number stays as it was typed. */
export function celsius(typed: string): string {
  const value = Number(typed.trim().replace(',', '.'))
  if (!us() || typed.trim() === '' || Number.isNaN(value)) return typed
  return String(Number((((value - 32) * 5) / 9).toFixed(2)))
}

/** A mass with its unit, to three figures that count. */
export function mass(g: number): string {
  const value = us() ? g / G_PER_OZ : g
  const shown = value >= 100 ? value.toFixed(0) : String(Number(value.toPrecision(3)))
  return `${shown} ${massUnit()}`
}
