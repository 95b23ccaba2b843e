import type { TreatmentResult } from '../api'

/** What a course stood at on a day: the last look at or before it; null before the first. */
export function courseAt(course: TreatmentResult['course'], day: number) {
  let found = -1
  course.days.forEach((d, i) => {
    if (d <= day + 1e-9) found = i
  })
  if (found < 0) return null
  return {
    share: course.shares[found] ?? 0,
    lower: course.lower[found] ?? null,
    upper: course.upper[found] ?? null,
  }
}

/** Days on which anything was looked at, in order. */
export function lookDays(treatments: readonly TreatmentResult[]): number[] {
  return [...new Set(treatments.flatMap((t) => t.course.days))].sort((a, b) => a - b)
}
