import { clamp } from '../clamp.ts'

/** A ring on the egg's ball, as it lies on the yolk's upper surface. */
export interface SphereCircle {
  /** Unit normal of the circle's plane; x toward the blunt pole, y across, z toward the camera. */
  normal: readonly [number, number, number]
  halfAngleRad: number
  /** Extent along the egg's axis, ÷ across it: the yolk is no perfect ball, nor does it lie as one. */
  stretch: number
}

/** Samples of a circle while all of them are tried. */
export const ROUGH_SAMPLES = 28

/** Directions on the half facing the camera, about `perQuarter` per quarter turn (Fibonacci lattice). */
function hemisphere(perQuarter: number): Array<readonly [number, number, number]> {
  const count = Math.round(perQuarter * perQuarter * 1.3)
  const golden = Math.PI * (3 - Math.sqrt(5))
  return Array.from({ length: count }, (_, i) => {
    const z = -0.12 + (1.12 * (i + 0.5)) / count
    const r = Math.sqrt(Math.max(0, 1 - z * z))
    return [r * Math.cos(golden * i), r * Math.sin(golden * i), z] as const
  })
}

/**
 * Places along a circle, four numbers each: u along the axis (0…1 from the blunt pole) and v across (−1…1 at the rim),
 * then the same for a slightly wider circle, which gives the line's normal. NaN where the circle is behind the egg.
 */
export function placesOn(circle: SphereCircle, samples: number): Float32Array {
  const [nx, ny, nz] = circle.normal
  const c = Math.cos(circle.halfAngleRad)
  const s = Math.sin(circle.halfAngleRad)
  // Two unit vectors across the normal.
  const flat = Math.hypot(nx, ny)
  const [ax, ay, az] = flat > 1e-6 ? [-ny / flat, nx / flat, 0] : [1, 0, 0]
  const bx = ny * az - nz * ay
  const by = nz * ax - nx * az
  const bz = nx * ay - ny * ax
  const wider = 0.03
  const places = new Float32Array(4 * samples).fill(NaN)
  for (let i = 0; i < samples; i++) {
    const phi = (2 * Math.PI * i) / samples
    const cp = Math.cos(phi) * s
    const sp = Math.sin(phi) * s
    const px = nx * c + (ax * cp + bx * sp) * circle.stretch
    const py = ny * c + ay * cp + by * sp
    const pz = nz * c + az * cp + bz * sp
    const size = Math.sqrt(px * px + py * py + pz * pz)
    const x = px / size
    const y = py / size
    if (pz < 0.02 * size) continue
    const wx = x * (1 - wider) + nx * wider * c
    const wy = y * (1 - wider) + ny * wider * c
    places[4 * i] = (1 - x) / 2
    places[4 * i + 1] = y / Math.sqrt(Math.max(1e-4, 1 - x * x))
    places[4 * i + 2] = (1 - wx) / 2
    places[4 * i + 3] = wy / Math.sqrt(Math.max(1e-4, 1 - wx * wx))
  }
  return places
}

let circles: Array<{ circle: SphereCircle; places: Float32Array }> | null = null

/** Every circle that is tried; made once, for it is the same for each egg. */
export function allCircles(): Array<{ circle: SphereCircle; places: Float32Array }> {
  circles ??= hemisphere(14).flatMap((normal) =>
    [9, 14, 19, 24, 29, 34, 40, 46, 52].map((degrees) => {
      const circle = { normal, halfAngleRad: (degrees * Math.PI) / 180, stretch: 1.08 }
      return { circle, places: placesOn(circle, ROUGH_SAMPLES) }
    }),
  )
  return circles
}

/** Samples of a circle that lie on the near side of the egg. */
export function facing(places: Float32Array): number {
  let count = 0
  for (let i = 0; i < places.length; i += 4) if (!Number.isNaN(places[i]!)) count++
  return count
}

/** Smallest circle that is a ring and not a spot. */
const SMALLEST_RAD = 0.12
const MOST_STRETCHED = 1.5

/** The circle with one of its figures changed by a step, both ways: tilts, size, stretch, and stretch at the same size. */
export function neighboursOf(
  { normal: [x, y, z], halfAngleRad, stretch }: SphereCircle,
  step: number,
): SphereCircle[] {
  return [-step, step].flatMap((by): SphereCircle[] => [
    { normal: unit(x + by, y, z), halfAngleRad, stretch },
    { normal: unit(x, y + by, z), halfAngleRad, stretch },
    { normal: [x, y, z], halfAngleRad: Math.max(SMALLEST_RAD, halfAngleRad + by), stretch },
    { normal: [x, y, z], halfAngleRad, stretch: limitStretch(stretch * (1 + 2 * by)) },
    {
      normal: [x, y, z],
      halfAngleRad: Math.max(SMALLEST_RAD, halfAngleRad * (1 - by)),
      stretch: limitStretch(stretch * (1 + 2 * by)),
    },
  ])
}

function limitStretch(stretch: number): number {
  return clamp(stretch, 1 / MOST_STRETCHED, MOST_STRETCHED)
}

function unit(x: number, y: number, z: number): readonly [number, number, number] {
  const size = Math.hypot(x, y, z)
  return [x / size, y / size, z / size]
}
