import { logPlane } from '../image/log.ts'
import { quantile } from '../image/quantile.ts'
import { blur, type Plane } from '../image/plane.ts'
import type { LinearImage } from '../image/linear.ts'
import type { Point } from '../geometry/egg-outline.ts'

/** One bright patch of the picture. */
export interface GlowPatch {
  areaPx: number
  centre: Point
  /** Half-axes of the ellipse with the same second moments, longest first, px. */
  halfAxesPx: readonly [number, number]
  axisRad: number
  /** Mean red light, linear 0…1. */
  meanRed: number
  /** Share of its own convex hull that it fills. */
  solidity: number
}

export interface Glow {
  /** Patches of at least 0.4 % of the picture, largest first. */
  patches: GlowPatch[]
  /** Median red light of the background, linear. */
  backgroundRed: number
  /** Median blue light of the background, linear. */
  backgroundBlue: number
  /** 99th percentile of red light, linear. */
  brightRed: number
  /** Red light that parts glow from background, linear. */
  thresholdRed: number
}

/** Below this linear red light an 8-bit photograph holds quantisation, not light. */
const DARKEST_RED = 0.0008

/**
 * Finds what glows, by Otsu's threshold on log red light.
 * @see Otsu, N. (1979). A threshold selection method from gray-level histograms. IEEE Trans. SMC 9(1), 62–66.
 */
export function findGlow(image: LinearImage): Glow {
  const { widthPx, heightPx } = image
  const red = blur({ widthPx, heightPx, values: image.red }, 1.5)
  const brightRed = quantile(red.values.slice(), 0.99)
  const backgroundRed = borderMedian(red)
  const backgroundBlue = borderMedian({ widthPx, heightPx, values: image.blue })
  const threshold = otsuLogThreshold(red.values)
  const mask = red.values.map((value) => (value > threshold ? 1 : 0))
  const patches = labelPatches(mask, red).filter((patch) => patch.areaPx >= 0.004 * widthPx * heightPx)
  patches.sort((a, b) => b.areaPx - a.areaPx)
  return { patches, backgroundRed, backgroundBlue, brightRed, thresholdRed: threshold }
}

function borderMedian(plane: Plane): number {
  const { widthPx, heightPx, values } = plane
  const rim = Math.max(1, Math.round(Math.min(widthPx, heightPx) * 0.03))
  const samples: number[] = []
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      if (x < rim || y < rim || x >= widthPx - rim || y >= heightPx - rim)
        samples.push(values[y * widthPx + x]!)
    }
  }
  samples.sort((a, b) => a - b)
  return samples[samples.length >> 1] ?? 0
}

function otsuLogThreshold(values: Float32Array): number {
  const bins = 128
  const low = Math.log(DARKEST_RED)
  const step = -low / (bins - 1)
  const histogram = new Float64Array(bins)
  for (const log of logPlane(values, DARKEST_RED)) {
    const bin = Math.round((log - low) / step)
    histogram[Math.min(bins - 1, Math.max(0, bin))]!++
  }
  let total = 0
  let weighted = 0
  for (let i = 0; i < bins; i++) {
    total += histogram[i]!
    weighted += i * histogram[i]!
  }
  let below = 0
  let belowWeighted = 0
  let best = 0
  let bestBin = bins >> 1
  for (let i = 0; i < bins - 1; i++) {
    below += histogram[i]!
    belowWeighted += i * histogram[i]!
    if (below === 0 || below === total) continue
    const apart = belowWeighted / below - (weighted - belowWeighted) / (total - below)
    const between = below * (total - below) * apart * apart
    if (between > best) {
      best = between
      bestBin = i
    }
  }
  return Math.exp(low + (bestBin + 0.5) * step)
}

function labelPatches(mask: Float32Array, red: Plane): GlowPatch[] {
  const { widthPx, heightPx } = red
  const seen = new Uint8Array(mask.length)
  const stack: number[] = []
  const patches: GlowPatch[] = []
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start] || seen[start]) continue
    seen[start] = 1
    stack.push(start)
    const members: number[] = []
    while (stack.length > 0) {
      const at = stack.pop()!
      members.push(at)
      const x = at % widthPx
      const neighbours = [
        x > 0 ? at - 1 : at,
        x < widthPx - 1 ? at + 1 : at,
        at >= widthPx ? at - widthPx : at,
        at < widthPx * (heightPx - 1) ? at + widthPx : at,
      ]
      for (const next of neighbours) {
        if (!mask[next] || seen[next]) continue
        seen[next] = 1
        stack.push(next)
      }
    }
    if (members.length >= 30) patches.push(describePatch(members, red))
  }
  return patches
}

function describePatch(members: number[], red: Plane): GlowPatch {
  const { widthPx, values } = red
  let sx = 0
  let sy = 0
  let light = 0
  for (const at of members) {
    sx += (at % widthPx) + 0.5
    sy += Math.floor(at / widthPx) + 0.5
    light += values[at]!
  }
  const n = members.length
  const centre = { x: sx / n, y: sy / n }
  let xx = 0
  let xy = 0
  let yy = 0
  for (const at of members) {
    const dx = (at % widthPx) + 0.5 - centre.x
    const dy = Math.floor(at / widthPx) + 0.5 - centre.y
    xx += dx * dx
    xy += dx * dy
    yy += dy * dy
  }
  const mean = (xx + yy) / 2 / n
  const spread = Math.hypot((xx - yy) / 2, xy) / n
  return {
    areaPx: n,
    centre,
    halfAxesPx: [2 * Math.sqrt(mean + spread), 2 * Math.sqrt(Math.max(mean - spread, 0))],
    axisRad: Math.atan2(2 * xy, xx - yy) / 2,
    meanRed: light / n,
    solidity: n / Math.max(n, hullArea(members, widthPx)),
  }
}

/** Area of the convex hull of the pixels' squares, by Andrew's monotone chain over row ends. */
function hullArea(members: number[], widthPx: number): number {
  const ends = new Map<number, [number, number]>()
  for (const at of members) {
    const x = at % widthPx
    const y = Math.floor(at / widthPx)
    const end = ends.get(y)
    if (!end) ends.set(y, [x, x + 1])
    else if (x < end[0]) end[0] = x
    else if (x + 1 > end[1]) end[1] = x + 1
  }
  const points: Array<[number, number]> = []
  for (const [y, [left, right]] of [...ends].sort((a, b) => a[0] - b[0])) {
    points.push([left, y], [right, y], [left, y + 1], [right, y + 1])
  }
  points.sort((a, b) => a[0] - b[0] || a[1] - b[1])
  const chain = (list: Array<[number, number]>): Array<[number, number]> => {
    const out: Array<[number, number]> = []
    for (const p of list) {
      while (out.length >= 2) {
        const [ax, ay] = out[out.length - 2]!
        const [bx, by] = out[out.length - 1]!
        if ((bx - ax) * (p[1] - ay) - (by - ay) * (p[0] - ax) > 0) break
        out.pop()
      }
      out.push(p)
    }
    out.pop()
    return out
  }
  const hull = [...chain(points), ...chain(points.reverse())]
  let twice = 0
  hull.forEach(([x, y], i) => {
    const [nx, ny] = hull[(i + 1) % hull.length]!
    twice += x * ny - nx * y
  })
  return Math.abs(twice) / 2
}
