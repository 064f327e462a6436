import { MAD_TO_SD } from '../statistics/robust.ts'
import type { EggFrame } from './egg-frame.ts'
import { quantile } from '../image/quantile.ts'
import { blur, createPlane, type Plane } from '../image/plane.ts'

/** Directions in which lines are looked for, a half turn in all. */
export const DIRECTIONS = 12
/** Widths of line: blur, and how far beside its middle the light must have come back, pixels of the map (two of the frame). */
const WIDTHS = [
  { sigmaPx: 0.7, flankPx: 2 },
  { sigmaPx: 1.2, flankPx: 3.4 },
] as const
/** How far a line is followed to both sides, pixels of the map: longer than speckles and pores. */
const REACH_PX = 4
/** Least number of usable places on each side of a line. */
const FEWEST_USABLE = 3

/**
 * How surely a long dark line runs through each place in each direction, in standard deviations of what mottling and
 * grain do in this picture: log light averaged along the direction, against the darker of its two flanks. A faint line
 * that no single pixel shows stands out so; a spot does not go on to both sides, and an edge has but one bright flank.
 */
export interface LongLines {
  widthPx: number
  heightPx: number
  /** By direction: across from the normal’s angle k·π/{@link DIRECTIONS}; NaN where nothing can be seen. */
  byDirection: readonly Float32Array[]
  /** Log light that one standard deviation stands for, at the finest width. */
  unit: number
}

/** @param usable - pixels of the frame in which lines can be seen */

export function findLongLines(light: Plane, usable: Uint8Array): LongLines {
  const half = halved(light, usable)
  const { widthPx, heightPx } = half.plane
  const byDirection = Array.from({ length: DIRECTIONS }, () => new Float32Array(widthPx * heightPx).fill(NaN))
  let unit = 0
  for (const { sigmaPx, flankPx } of WIDTHS) {
    const smooth = blur(half.plane, sigmaPx)
    const seen: Masked = {
      light: smooth.values.map((value, at) => (half.usable[at] ? value : 0)),
      usable: half.usable,
    }
    const depths = Array.from({ length: DIRECTIONS }, (_, k) => depthAlong(smooth, seen, k, flankPx))
    const scale = MAD_TO_SD * spreadOf(depths)
    if (unit === 0) unit = scale
    for (const [k, depth] of depths.entries()) {
      const out = byDirection[k]!
      for (let at = 0; at < out.length; at++) {
        const value = depth[at]! / scale
        if (!Number.isNaN(value) && !(out[at]! > value)) out[at] = value
      }
    }
  }
  return { widthPx, heightPx, byDirection, unit }
}

/** Half the size, each pixel the mean of four; usable where all four are. */
function halved(light: Plane, usable: Uint8Array): { plane: Plane; usable: Uint8Array } {
  const plane = createPlane(light.widthPx >> 1, light.heightPx >> 1)
  const seen = new Uint8Array(plane.values.length)
  for (let y = 0, to = 0; y < plane.heightPx; y++) {
    for (let x = 0; x < plane.widthPx; x++, to++) {
      const at = 2 * y * light.widthPx + 2 * x
      const below = at + light.widthPx
      plane.values[to] =
        (light.values[at]! + light.values[at + 1]! + light.values[below]! + light.values[below + 1]!) / 4
      seen[to] = usable[at]! & usable[at + 1]! & usable[below]! & usable[below + 1]!
    }
  }
  return { plane, usable: seen }
}

/** Light, nought where it does not count, and 1 where it does. */
interface Masked {
  light: Float32Array
  usable: Uint8Array
}

/** How much darker each place is than the darker of its flanks, log units, along direction k. */
function depthAlong({ widthPx, heightPx }: Plane, seen: Masked, k: number, flankPx: number): Float32Array {
  const angle = (k * Math.PI) / DIRECTIONS
  const nx = Math.cos(angle)
  const ny = Math.sin(angle)
  const step = (along: number, across: number): number =>
    Math.round(along * nx + across * ny) * widthPx + Math.round(across * nx - along * ny)
  const before = Array.from({ length: REACH_PX + 1 }, (_, j) => step(-j, 0))
  const after = Array.from({ length: REACH_PX + 1 }, (_, j) => step(j, 0))
  const back = means(seen, before)
  const ahead = means(seen, after)
  const flank = step(0, flankPx)
  const out = new Float32Array(seen.light.length).fill(NaN)
  const margin = REACH_PX + Math.ceil(flankPx)
  for (let y = margin; y < heightPx - margin; y++) {
    for (let at = y * widthPx + margin; at < (y + 1) * widthPx - margin; at++) {
      const m = Math.min(back[at + flank]!, back[at - flank]!) - back[at]!
      const n = Math.min(ahead[at + flank]!, ahead[at - flank]!) - ahead[at]!
      // A line goes on to both sides; a spot, or the end of a smear, does not. NaN where either cannot be seen.
      out[at] = (m + n) / 2 - Math.abs(m - n) / 4
    }
  }
  return out
}

/** Mean over the usable ones of the places at `steps` from each; NaN where there are too few. */
function means({ light, usable }: Masked, steps: readonly number[]): Float32Array {
  const out = new Float32Array(light.length).fill(NaN)
  const reach = Math.max(...steps.map(Math.abs))
  const [a, b, c, d, e] = steps as [number, number, number, number, number]
  // Written out, and without asking of each place whether it counts: this runs for every direction and width.
  for (let at = reach; at < light.length - reach; at++) {
    if (usable[at] === 0) continue
    const count = usable[at + a]! + usable[at + b]! + usable[at + c]! + usable[at + d]! + usable[at + e]!
    if (count < FEWEST_USABLE) continue
    out[at] = (light[at + a]! + light[at + b]! + light[at + c]! + light[at + d]! + light[at + e]!) / count
  }
  return out
}

/** Robust spread about the middle: most places are on no line, and lie a little below nought. */
function spreadOf(planes: readonly Float32Array[]): number {
  const some = new Float32Array(Math.ceil(planes.length / 3) * Math.ceil(planes[0]!.length / 2))
  let count = 0
  for (let k = 0; k < planes.length; k += 3)
    for (let at = 0; at < planes[k]!.length; at += 2) {
      const value = planes[k]![at]!
      if (value === value) some[count++] = value
    }
  const known = some.subarray(0, count)
  const middle = quantile(known, 0.5)
  for (let i = 0; i < count; i++) known[i] = Math.abs(known[i]! - middle)
  return Math.max(1e-4, quantile(known, 0.5))
}

/** The strongest direction at each place, and how strong; 0 where nothing can be seen. */
export function strongest({ byDirection, widthPx, heightPx }: LongLines): {
  strength: Float32Array
  direction: Uint8Array
} {
  const strength = new Float32Array(widthPx * heightPx)
  const direction = new Uint8Array(widthPx * heightPx)
  for (const [k, values] of byDirection.entries())
    for (let at = 0; at < values.length; at++)
      if (values[at]! > strength[at]!) {
        strength[at] = values[at]!
        direction[at] = k
      }
  return { strength, direction }
}

/** A place of the map, and the direction in which a line runs there. */
export interface LinePlace {
  at: number
  direction: number
}

/**
 * How much less green than red light comes through lines than through their flanks, log units of each: blood takes
 * about three times as much of green, pigment, dirt and shade hardly more than of red.
 */
export function lineColours(
  frame: EggFrame,
  usable: Uint8Array,
  places: readonly LinePlace[],
): { red: number; green: number } {
  const depth = (light: Plane): number => {
    const half = halved(light, usable)
    const { values, widthPx } = blur(half.plane, WIDTHS[0].sigmaPx)
    let sum = 0
    for (const { at, direction } of places) {
      const angle = (direction * Math.PI) / DIRECTIONS
      const flank = Math.round(3 * Math.sin(angle)) * widthPx + Math.round(3 * Math.cos(angle))
      if (half.usable[at + flank] && half.usable[at - flank])
        sum += Math.max(-1, Math.min(1, (values[at + flank]! + values[at - flank]!) / 2 - values[at]!))
    }
    return sum / Math.max(1, places.length)
  }
  return { red: depth(frame.redLog), green: depth(frame.greenLog) }
}
