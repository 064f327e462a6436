import { wantedPositive } from '../wanted.ts'

/** A point in pixels: x right, y down, centres at .5. */
export interface Point {
  x: number
  y: number
}

/**
 * An egg's outline as a circle-like curve whose breadth varies along the axis. In the egg's own frame,
 * with t = −1 at the small pole and 1 at the blunt pole:
 * along = t · halfLength, across = halfBreadth · √(1 − t²) · (1 + taper·t + bulge·t²).
 * @see Preston, F. W. (1953). The shapes of birds' eggs. The Auk 70(2), 160–182.
 */
export interface EggOutline {
  centre: Point
  /** Direction from the small pole to the blunt pole, radians from +x toward +y. */
  axisRad: number
  halfLengthPx: number
  /** Half-breadth at t = 0, slightly less than the greatest. */
  halfBreadthPx: number
  /** Positive when the blunt pole is really the blunter one; 0.05–0.22 in birds kept for hatching. */
  taper: number
  /** −0.1–0.06 in birds kept for hatching. */
  bulge: number
}

/** Relative half-breadth √(1 − t²)(1 + taper·t + bulge·t²); 0 outside the egg. */
export function relativeRadius(outline: Pick<EggOutline, 'taper' | 'bulge'>, t: number): number {
  if (t <= -1 || t >= 1) return 0
  return Math.sqrt(1 - t * t) * (1 + outline.taper * t + outline.bulge * t * t)
}

/** From the egg's frame (along: toward the blunt pole from the centre; across: to its left, y down) to the picture. */
export function toPicture(outline: EggOutline, along: number, across: number): Point {
  const c = Math.cos(outline.axisRad)
  const s = Math.sin(outline.axisRad)
  return { x: outline.centre.x + along * c - across * s, y: outline.centre.y + along * s + across * c }
}

/** Inverse of {@link toPicture}. */
export function toEggFrame(outline: EggOutline, point: Point): { along: number; across: number } {
  const c = Math.cos(outline.axisRad)
  const s = Math.sin(outline.axisRad)
  const dx = point.x - outline.centre.x
  const dy = point.y - outline.centre.y
  return { along: dx * c + dy * s, across: -dx * s + dy * c }
}

export function bluntPole(outline: EggOutline): Point {
  return toPicture(outline, outline.halfLengthPx, 0)
}

export function smallPole(outline: EggOutline): Point {
  return toPicture(outline, -outline.halfLengthPx, 0)
}

/** Curve point at the eccentric angle φ, in the egg's frame; φ = 0 is the blunt pole. */
export function curvePoint(outline: EggOutline, phiRad: number): { along: number; across: number } {
  const t = Math.cos(phiRad)
  const swell = 1 + outline.taper * t + outline.bulge * t * t
  return { along: outline.halfLengthPx * t, across: outline.halfBreadthPx * Math.sin(phiRad) * swell }
}

/** Point and unit outward normal at φ, in the egg's frame, from the curve's derivative. */
export function curveNormal(
  outline: EggOutline,
  phiRad: number,
): { along: number; across: number; na: number; nc: number } {
  const t = Math.cos(phiRad)
  const s = Math.sin(phiRad)
  const { halfLengthPx: a, halfBreadthPx: b, taper, bulge } = outline
  const swell = 1 + taper * t + bulge * t * t
  const ta = -a * s
  const tc = b * (t * swell - s * s * (taper + 2 * bulge * t))
  const size = Math.hypot(ta, tc)
  return { along: a * t, across: b * s * swell, na: tc / size, nc: -ta / size }
}

/** Closed polygon of the outline, starting at the blunt pole. */
export function outlinePolygon(outline: EggOutline, count = 120): Point[] {
  return Array.from({ length: count }, (_, i) => {
    const { along, across } = curvePoint(outline, (2 * Math.PI * i) / count)
    return toPicture(outline, along, across)
  })
}

/** Greatest width across the axis, px. */
export function breadthPx(outline: EggOutline): number {
  let greatest = 0
  for (let i = 1; i < 400; i++) greatest = Math.max(greatest, relativeRadius(outline, -1 + i / 200))
  return 2 * outline.halfBreadthPx * greatest
}

/** The same curve with the poles exchanged. */
export function reversed(outline: EggOutline): EggOutline {
  return {
    ...outline,
    axisRad: Math.atan2(-Math.sin(outline.axisRad), -Math.cos(outline.axisRad)),
    taper: -outline.taper,
  }
}

export function scaled(outline: EggOutline, factor: number): EggOutline {
  wantedPositive('factor', factor)
  return {
    ...outline,
    centre: { x: outline.centre.x * factor, y: outline.centre.y * factor },
    halfLengthPx: outline.halfLengthPx * factor,
    halfBreadthPx: outline.halfBreadthPx * factor,
  }
}

export function containsPoint(outline: EggOutline, point: Point): boolean {
  const { along, across } = toEggFrame(outline, point)
  return Math.abs(across) < outline.halfBreadthPx * relativeRadius(outline, along / outline.halfLengthPx)
}
