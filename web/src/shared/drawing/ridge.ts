/** Points that a ridge is drawn through. */
const POINTS = 40
/** An interval of 95 % ends so many standard deviations from the middle. */
const TO_END = 1.96
/** Of a share that nothing speaks against, as 0 of 100, so that its ridge can be seen. */
const THINNEST = 0.008

export interface Ridge {
  share: number
  lower: number
  upper: number
}

/**
 * The outline of a ridge over the axis from 0 to 1: as high as likely, its middle at the share, its slopes by the two sides of the
 * interval. In a box of `width` × `height` pixels, its foot at the bottom.
 */
export function ridgePath({ share, lower, upper }: Ridge, width: number, height: number): string {
  const left = Math.max(THINNEST, (share - lower) / TO_END)
  const right = Math.max(THINNEST, (upper - share) / TO_END)
  const from = Math.max(0, share - 3 * left)
  const to = Math.min(1, share + 3 * right)
  const points = Array.from({ length: POINTS + 1 }, (_, i) => {
    const at = from + ((to - from) * i) / POINTS
    const off = (at - share) / (at < share ? left : right)
    return `${(at * width).toFixed(1)} ${(height * (1 - Math.exp((-off * off) / 2))).toFixed(1)}`
  })
  return `M${(from * width).toFixed(1)} ${height}L${points.join('L')}L${(to * width).toFixed(1)} ${height}Z`
}
