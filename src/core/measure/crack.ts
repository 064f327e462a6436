import { toPicture, type Point } from '../geometry/egg-outline.ts'
import { components, markAround, type Component, type Mask } from '../image/morphology.ts'
import type { Contents } from './contents.ts'
import type { EggFrame } from './egg-frame.ts'
import { ridgeAt, type ScaleSpace } from './ridges.ts'

export interface Crack {
  /** 0–1: strength of evidence for a crack. */
  score: number
  /** Along the longest bright hairline, in the working picture; empty when there is none. */
  points: Point[]
  /** Frame pixels on and beside it, whose light is the crack's; empty when there is none. */
  mask: Mask
}

/** Bend of log light at which a bright hairline is as likely a crack as a scratch of light. */
const BEND_LIMIT = 0.07
const SHORTEST_RUN = 0.12
/** Neighbourhood that a crack outshines, frame pixels to each side. */
const REACH_PX = 10
/** As near the poles and the air cell's edge lines of light are their own. */
const CLEAR_PX = 7
/** A hairline is no wider than this, frame pixels. */
const WIDEST_PX = 3.4
const COMMON_SHARE = 0.2

/**
 * A crack lets light straight through and shows as a bright hairline, where everything that grows in an egg is
 * darker than its surroundings.
 */
export function findCrack(frame: EggFrame, scales: ScaleSpace, contents: Contents): Crack {
  const { lengthPx, heightPx } = frame
  const red = scales.red
  const values = new Uint8Array(lengthPx * heightPx)
  for (let row = 4; row < heightPx - 4; row++) {
    for (let column = CLEAR_PX; column < lengthPx - CLEAR_PX; column++) {
      const at = row * lengthPx + column
      if (!contents.mask[at] || !contents.mask[at - CLEAR_PX]) continue
      if (Math.abs(row + 0.5 - heightPx / 2) > 0.92 * frame.radiusPx[column]!) continue
      if (frame.red.values[at]! < 0.01) continue
      const { across, along } = ridgeAt(red, at)
      if (-along > BEND_LIMIT && Math.abs(across) < 0.4 * -along && standsOut(frame, column, row))
        values[at] = 1
    }
  }
  let longest = 0
  let line: Component | null = null
  for (const piece of components({ widthPx: lengthPx, heightPx, values }, 5)) {
    const extent = Math.hypot(piece.maxX - piece.minX, piece.maxY - piece.minY)
    if (piece.pixels.length / extent >= WIDEST_PX || extent / lengthPx <= longest) continue
    longest = extent / lengthPx
    line = piece
  }
  return {
    score: 1 / (1 + Math.exp(-(longest - 1.6 * SHORTEST_RUN) / 0.03)),
    points: line && longest > SHORTEST_RUN ? middleOf(frame, line) : [],
    mask:
      line && longest > SHORTEST_RUN
        ? around(frame, line)
        : { widthPx: lengthPx, heightPx, values: new Uint8Array(values.length) },
  }
}

/**
 * Brighter than nearly all around it. A gap between pigment spots is a bright line too, but no brighter than the
 * bare shell near by.
 */
function standsOut(frame: EggFrame, column: number, row: number): boolean {
  const { lengthPx, heightPx, redLog } = frame
  const limit = redLog.values[row * lengthPx + column]! - 0.6 * BEND_LIMIT
  let asBright = 0
  let count = 0
  for (let y = Math.max(0, row - REACH_PX); y <= Math.min(heightPx - 1, row + REACH_PX); y += 2) {
    for (let x = Math.max(0, column - REACH_PX); x <= Math.min(lengthPx - 1, column + REACH_PX); x += 2) {
      count++
      if (redLog.values[y * lengthPx + x]! > limit) asBright++
    }
  }
  return asBright < COMMON_SHARE * count
}

/** A bright line's flanks bend the light as a dark line does, this far out, frame pixels. */
const FLANK_PX = 5

function around({ lengthPx, heightPx }: EggFrame, piece: Component): Mask {
  const mask = { widthPx: lengthPx, heightPx, values: new Uint8Array(lengthPx * heightPx) }
  for (const at of piece.pixels) markAround(mask, at, FLANK_PX)
  return mask
}

/** Mean of the line's pixels in each slice along its longer side. */
function middleOf(frame: EggFrame, piece: Component): Point[] {
  const flat = piece.maxX - piece.minX >= piece.maxY - piece.minY
  const slices = new Map<number, { sum: number; count: number }>()
  for (const at of piece.pixels) {
    const x = at % frame.lengthPx
    const y = Math.floor(at / frame.lengthPx)
    const slice = slices.get(flat ? x : y) ?? { sum: 0, count: 0 }
    slices.set(flat ? x : y, { sum: slice.sum + (flat ? y : x), count: slice.count + 1 })
  }
  const { outline, step, heightPx } = frame
  return [...slices]
    .sort(([a], [b]) => a - b)
    .filter((_, i) => i % 4 === 0)
    .map(([place, { sum, count }]) => {
      const [column, row] = flat ? [place, sum / count] : [sum / count, place]
      return toPicture(
        outline,
        outline.halfLengthPx - (column + 0.5) * step,
        (row + 0.5 - heightPx / 2) * step,
      )
    })
}
