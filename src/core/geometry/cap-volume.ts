import { relativeRadius, type EggOutline } from './egg-outline.ts'
import { wanted } from '../wanted.ts'

export interface CapOptions {
  /** Where the boundary plane meets the axis, as a fraction of the length from the blunt pole, 0…1. */
  depthFraction: number
  /** Angle between the plane and the perpendicular to the axis. @default 0 */
  tiltRad?: number
}

/**
 * Volume between the blunt pole and a plane, as a fraction of the body of revolution of the outline.
 * Slices across the axis; each slice is a disc, cut by the tilted plane along a chord. Midpoint rule,
 * because the profile's slope is infinite at the poles.
 * @returns fraction in 0…1
 * @throws RangeError when depthFraction is outside 0…1
 */
export function capVolumeFraction(outline: EggOutline, options: CapOptions): number {
  const { depthFraction, tiltRad = 0 } = options
  wanted('depthFraction', depthFraction, [0, 1])
  const steps = 400
  const slope = Math.tan(tiltRad)
  const length = 2 * outline.halfLengthPx
  let cap = 0
  let whole = 0
  for (let i = 0; i < steps; i++) {
    const u = (i + 0.5) / steps
    const radius = outline.halfBreadthPx * relativeRadius(outline, 1 - 2 * u)
    const area = Math.PI * radius * radius
    whole += area
    cap += area * discShareAbove((u - depthFraction) * length, slope, radius)
  }
  return cap / whole
}

/** Share of a disc whose points have across·slope > excess, i.e. lie on the blunt side of the plane. */
function discShareAbove(excessPx: number, slope: number, radius: number): number {
  if (Math.abs(slope) < 1e-9) return excessPx <= 0 ? 1 : 0
  const h = excessPx / Math.abs(slope) / radius
  if (h <= -1) return 1
  if (h >= 1) return 0
  return (Math.acos(h) - h * Math.sqrt(1 - h * h)) / Math.PI
}
