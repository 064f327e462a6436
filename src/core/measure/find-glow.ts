import { logPlane } from '../image/log.ts'
import { quantile } from '../image/quantile.ts'
import { blur, type Plane } from '../image/plane.ts'
import type { LinearImage } from '../image/linear.ts'
import { type Ellipse, describePatch } from './glow-ellipse.ts'
import { type GlowPatch } from './glow-ellipse.ts'

export interface Glow {
  /** Patches of at least 0.4 % of the picture, largest first. */
  patches: GlowPatch[]
  /** Median red light of the background, linear. */
  backgroundRed: number
  /** Red light that nine tenths of the background stay under: rooms have bright things in them, linear. */
  backgroundUpperRed: number
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
  const [backgroundRed, backgroundUpperRed] = borderLight(red, [0.5, 0.9])
  const [backgroundBlue] = borderLight({ widthPx, heightPx, values: image.blue }, [0.5])
  const threshold = otsuLogThreshold(red.values)
  const mask = red.values.map((value) => (value > threshold ? 1 : 0))
  const patches = labelPatches(mask, red).filter((patch) => patch.areaPx >= 0.004 * widthPx * heightPx)
  patches.sort((a, b) => b.areaPx - a.areaPx)
  return { patches, backgroundRed, backgroundUpperRed, backgroundBlue, brightRed, thresholdRed: threshold }
}

/** Shares of the brightest light at which patches are looked for besides Otsu's. */
const LEVELS = [0.06, 0.12, 0.2, 0.32, 0.48, 0.68] as const
/** What may be an egg, or most of one: neither a stripe nor all of the room. */
const MAY_BE_EGG = { solidity: 0.35, slender: 0.42, share: 0.5 } as const

/**
 * Patches at other levels of light, and of warm light: where a room is lit, or a lamp shows beside the egg, no one
 * threshold parts the egg from all else, but some one does.
 */
export function findGlowAtLevels(image: LinearImage, glow: Glow): Ellipse[] {
  const { widthPx, heightPx } = image
  const size = widthPx * heightPx
  const red = blur({ widthPx, heightPx, values: image.red }, 1.5)
  const blue = blur({ widthPx, heightPx, values: image.blue }, 1.5)
  // The room's own colour is taken off, so that white balance does not matter.
  const neutral = (glow.backgroundRed + DARKEST_RED) / (glow.backgroundBlue + DARKEST_RED)
  const warm = {
    ...red,
    values: red.values.map((value, at) => Math.max(0, value - neutral * blue.values[at]!)),
  }
  const found: Ellipse[] = []
  const keep = (ellipse: Ellipse): void => {
    const [long, short] = ellipse.halfAxesPx
    const share = (Math.PI * long * short) / size
    if (share < 0.012 || share > MAY_BE_EGG.share || short < MAY_BE_EGG.slender * long) return
    if (!found.some((other) => isSameEllipse(other, ellipse))) found.push(ellipse)
  }
  for (const plane of [warm, red]) {
    const bright = quantile(plane.values.slice(), 0.99)
    for (const level of LEVELS) {
      const threshold = Math.max(2 * DARKEST_RED, level * bright)
      const pieces = connected(
        plane.values.map((value) => (value > threshold ? 1 : 0)),
        widthPx,
      )
        .filter((members) => members.length > 0.002 * size)
        .sort((a, b) => b.length - a.length)
        .slice(0, 6)
      for (const [rank, members] of pieces.entries()) {
        const patch = describePatch(members, red)
        if (patch.solidity > MAY_BE_EGG.solidity) keep(patch.hull)
        if (patch.solidity > 0.6) keep(patch)
        // A grown embryo, or a finger, parts one egg's glow in two.
        for (const other of pieces.slice(0, rank)) keep(describePatch([...members, ...other], red).hull)
      }
    }
  }
  return found
}

function isSameEllipse(a: Ellipse, b: Ellipse): boolean {
  const near = 0.08 * a.halfAxesPx[0]
  return (
    Math.hypot(a.centre.x - b.centre.x, a.centre.y - b.centre.y) < near &&
    Math.abs(a.halfAxesPx[0] - b.halfAxesPx[0]) < near &&
    Math.abs(a.halfAxesPx[1] - b.halfAxesPx[1]) < near
  )
}

/** Quantiles of the light along the picture's border. */
function borderLight<const T extends readonly number[]>(
  { widthPx, heightPx, values }: Plane,
  shares: T,
): { [K in keyof T]: number } {
  const rim = Math.max(1, Math.round(Math.min(widthPx, heightPx) * 0.03))
  const samples: number[] = []
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      if (x < rim || y < rim || x >= widthPx - rim || y >= heightPx - rim)
        samples.push(values[y * widthPx + x]!)
    }
  }
  samples.sort((a, b) => a - b)
  return shares.map((share) => samples[Math.floor(share * samples.length)] ?? 0) as { [K in keyof T]: number }
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
  return connected(mask, red.widthPx).map((members) => describePatch(members, red))
}

/** Pixels of each connected piece of at least 30. */
function connected(mask: Float32Array, widthPx: number): number[][] {
  const heightPx = mask.length / widthPx
  const seen = new Uint8Array(mask.length)
  const stack: number[] = []
  const pieces: number[][] = []
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
    if (members.length >= 30) pieces.push(members)
  }
  return pieces
}
