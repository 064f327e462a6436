import { MAD_TO_SD } from '../statistics/robust.ts'
import { blur, sampleLine, type Plane } from '../image/plane.ts'
import type { LinearImage } from '../image/linear.ts'
import { curveNormal, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import type { Glow } from './find-glow.ts'

/** Linear light under which red counts as none; keeps quantisation noise out of the logarithm. */
export const FLOOR = 0.0012

export interface EdgePlanes {
  /** Linear light, slightly blurred. */
  red: Plane
  blue: Plane
  /** Log red light of the background. */
  backgroundLog: number
  /** Some blue light in the background: the dark part of an egg may stand out against it. */
  roomIsLit: boolean
  /** Red ÷ blue of the background: what is redder glows. */
  neutral: number
  /** From background to bright egg, log units; at least 1. */
  rangeLog: number
}

export function edgePlanes(image: LinearImage, glow: Glow): EdgePlanes {
  const { widthPx, heightPx } = image
  const backgroundLog = Math.log(Math.min(glow.backgroundUpperRed, 12 * glow.backgroundRed + 0.003) + FLOOR)
  const roomIsLit = glow.backgroundBlue > FLOOR
  const blue: Plane = { widthPx, heightPx, values: image.blue }
  return {
    red: blur({ widthPx, heightPx, values: image.red }, 1.15),
    blue: roomIsLit ? blur(blue, 1.4) : blue,
    backgroundLog,
    roomIsLit,
    neutral: roomIsLit ? (glow.backgroundRed + FLOOR) / (glow.backgroundBlue + FLOOR) : 0.5,
    rangeLog: Math.max(1, Math.log(glow.brightRed + FLOOR) - backgroundLog),
  }
}

export interface CurveEdge {
  phiRad: number
  /** Unit normal, outward, in the egg's frame. */
  normalAlong: number
  normalAcross: number
  offsetPx: number
  /** 0…1: how sure that this is the silhouette. */
  trust: number
}

export function findEdges(
  planes: EdgePlanes,
  outline: EggOutline,
  count: number,
  gatePx: number,
): CurveEdge[] {
  const edges: CurveEdge[] = []
  const reach = Math.ceil(gatePx)
  const margin = 4
  const size = 2 * (reach + margin) + 1
  const red = new Float32Array(size)
  const blue = new Float32Array(size)
  const trust = new Float32Array(size)
  const nearness = Float64Array.from({ length: size }, (_, k) =>
    Math.exp(-0.5 * ((k - reach - margin) / (0.6 * gatePx + 1)) ** 2),
  )
  const cosine = Math.cos(outline.axisRad)
  const sine = Math.sin(outline.axisRad)
  for (let i = 0; i < count; i++) {
    const phiRad = (2 * Math.PI * i) / count
    const { along, across, na, nc } = curveNormal(outline, phiRad)
    const from = toPicture(outline, along, across)
    const nx = na * cosine - nc * sine
    const ny = na * sine + nc * cosine
    const back = reach + margin
    sampleLine(planes.red, from.x - back * nx, from.y - back * ny, nx, ny, red)
    if (planes.roomIsLit) sampleLine(planes.blue, from.x - back * nx, from.y - back * ny, nx, ny, blue)
    edgeTrusts(planes, red, blue, margin, trust)
    let best = -1
    let bestWeight = 0
    for (let k = margin; k < size - margin; k++) {
      const weight = trust[k]! * nearness[k]!
      if (weight > bestWeight) {
        bestWeight = weight
        best = k
      }
    }
    if (bestWeight < 0.03) continue
    edges.push({
      phiRad,
      normalAlong: na,
      normalAcross: nc,
      trust: bestWeight,
      offsetPx: steepestFall(red, best) - reach - margin,
    })
  }
  return edges
}

/** Where light falls fastest within two pixels of k, to a part of a pixel; the trust itself peaks further out. */
function steepestFall(red: Float32Array, k: number): number {
  let best = k
  for (let at = k - 2; at <= k + 2; at++) if (fallAt(red, at) > fallAt(red, best)) best = at
  const here = fallAt(red, best)
  const before = fallAt(red, best - 1)
  const after = fallAt(red, best + 1)
  const bend = before - 2 * here + after
  if (here <= 0 || !(bend < 0)) return k
  return best + Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / bend))
}

function fallAt(red: Float32Array, at: number): number {
  return red[at - 1]! - red[at + 1]!
}

/**
 * How much each position of a profile (inside first) looks like the silhouette, 0…1: light falls outward to
 * about the background, by much of the brightest light on this very profile (so that bloom does not count,
 * yet the faint rim of a dark embryo does); or, where the room is lit and the egg is not, light rises outward.
 */
function edgeTrusts(
  planes: EdgePlanes,
  red: Float32Array,
  blue: Float32Array,
  margin: number,
  trust: Float32Array,
): void {
  let all = 0
  for (let k = 0; k < red.length; k++) if (red[k]! > all) all = red[k]!
  let brightest = 0.35 * all
  for (let k = 0; k < margin - 1; k++) if (red[k]! > brightest) brightest = red[k]!
  // Below this a position can be neither the rim of a glow nor, in a dark room, anything else.
  const background = Math.exp(planes.backgroundLog)
  for (let k = margin - 1; k <= red.length - margin; k++) {
    trust[k] = 0
    if (red[k]! > brightest) brightest = red[k]!
    const scale = 1 / (brightest + 2 * FLOOR)
    const inner = (red[k - 1]! + red[k - 2]! + red[k - 3]!) / 3
    const outer = (red[k + 1]! + red[k + 2]! + red[k + 3]!) / 3
    if (Number.isNaN(inner) || Number.isNaN(outer)) continue
    const fall = (inner - outer) * scale - 0.04
    const mayRise = planes.roomIsLit && inner + FLOOR < 1.35 * background
    if (fall <= 0 && !mayRise) continue
    const outerLog = Math.log((outer + FLOOR) / background)
    const falling = fall > 0 ? fall * Math.exp((-2.5 * Math.max(0, outerLog - 0.7)) / planes.rangeLog) : 0
    let rising = 0
    if (mayRise && outerLog < 0.5) {
      const innerBlue = (blue[k - 1]! + blue[k - 2]! + blue[k - 3]!) / 3
      const outerBlue = (blue[k + 1]! + blue[k + 2]! + blue[k + 3]!) / 3
      rising = 0.5 * Math.max(0, (outerBlue - innerBlue) / (outerBlue + FLOOR) - 0.1)
    }
    trust[k] = Math.min(1, Math.max(falling, rising))
  }
}

export function robustSpread(edges: CurveEdge[]): number {
  if (edges.length === 0) return 1
  const sizes = edges.map((edge) => Math.abs(edge.offsetPx)).sort((a, b) => a - b)
  return MAD_TO_SD * sizes[sizes.length >> 1]!
}
