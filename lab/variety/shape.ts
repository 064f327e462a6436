import type { Plane } from '../../src/core/image/plane.ts'
import type { Random } from '../../src/core/random/random.ts'

/** An egg that need be no body of revolution: its two sides swell by their own waves. */
export interface Shape {
  centre: readonly [number, number]
  /** From the small pole to the blunt one, radians from +x toward +y. */
  axisRad: number
  halfLengthPx: number
  /** Half-breadth ÷ half-length at mid-length. */
  aspect: number
  taper: number
  bulge: number
  /** Of the curve's power: 2 is an ellipse. */
  power: number
  /** Strength and phase of the wave on either side. */
  waves: ReadonlyArray<readonly [number, number]>
}

export function anyShape(random: Random, widthPx: number, heightPx: number): Shape {
  const room = Math.min(widthPx, heightPx)
  const cut = random.uniform() < 0.07
  const halfLengthPx = room * (cut ? random.between(0.42, 0.5) : random.between(0.24, 0.43))
  const play = (size: number): number => {
    const free = size / 2 - halfLengthPx * (cut ? 0.78 : 1.04)
    return size / 2 + (free > 0 ? random.between(-free, free) : 0)
  }
  return {
    centre: [play(widthPx), play(heightPx)],
    axisRad: random.between(-Math.PI, Math.PI),
    halfLengthPx,
    aspect: random.between(0.68, 0.84),
    taper: random.between(0.05, 0.2),
    bulge: random.between(-0.09, 0.04),
    power: random.between(1.92, 2.14),
    waves: [0, 1].map(() => [random.normal(0, 0.011), random.between(0, 2 * Math.PI)] as const),
  }
}

/** Half-breadth ÷ half-length at t (1 at the blunt pole) on one side of the axis. */
export function halfBreadth(shape: Shape, t: number, across: number): number {
  if (t <= -1 || t >= 1) return 0
  const { aspect, taper, bulge, power, waves } = shape
  const [strength, phase] = waves[across < 0 ? 0 : 1]!
  return (
    aspect *
    (1 - Math.abs(t) ** power) ** (1 / power) *
    (1 + taper * t + bulge * t * t + strength * Math.sin(3.1 * t + phase))
  )
}

/** For each pixel: t along the axis (1 at the blunt pole), v across (±1 at the rim), beyond which it is outside. */
export interface Chart {
  widthPx: number
  heightPx: number
  t: Float32Array
  v: Float32Array
  inside: Uint8Array
}

export function chartOf(shape: Shape, { widthPx, heightPx }: Pick<Plane, 'widthPx' | 'heightPx'>): Chart {
  const size = widthPx * heightPx
  const chart: Chart = {
    widthPx,
    heightPx,
    t: new Float32Array(size),
    v: new Float32Array(size),
    inside: new Uint8Array(size),
  }
  const c = Math.cos(shape.axisRad)
  const s = Math.sin(shape.axisRad)
  for (let y = 0, at = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++, at++) {
      const dx = (x + 0.5 - shape.centre[0]) / shape.halfLengthPx
      const dy = (y + 0.5 - shape.centre[1]) / shape.halfLengthPx
      const t = dx * c + dy * s
      const across = -dx * s + dy * c
      const half = halfBreadth(shape, Math.min(0.999, Math.max(-0.999, t)), across)
      const v = across / Math.max(0.02, half)
      chart.t[at] = t
      chart.v[at] = v
      chart.inside[at] = Math.abs(t) < 1 && Math.abs(v) < 1 ? 1 : 0
    }
  }
  return chart
}

/** From the chart to the picture, px. */
export function toPicture(shape: Shape, t: number, v: number): [number, number] {
  const along = t * shape.halfLengthPx
  const across = v * halfBreadth(shape, t, v) * shape.halfLengthPx
  const c = Math.cos(shape.axisRad)
  const s = Math.sin(shape.axisRad)
  return [shape.centre[0] + along * c - across * s, shape.centre[1] + along * s + across * c]
}

/** Closed polygon of the silhouette, px. */
export function polygonOf(shape: Shape, count = 120): Array<[number, number]> {
  return Array.from({ length: count }, (_, i) => {
    const phi = (2 * Math.PI * i) / count
    return toPicture(shape, 0.99999 * Math.cos(phi), Math.sin(phi) < 0 ? -1 : 1)
  })
}
