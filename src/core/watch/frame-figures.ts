import { srgbToLinear } from '../image/linear.ts'

/** What a small frame of the live picture says at a glance. */
export interface FrameFigures {
  /** Share of the picture that glows. */
  glowShare: number
  /** Red ÷ blue light in the glow: shells let little blue through, a bare lamp as much as red. */
  warmth: number
  /** Red light that nine tenths of the glow stay below, linear. */
  brightRed: number
  /** Share of the glow at saturation in red. */
  clippedShare: number
  /** Sides of the picture that the glow runs into. */
  sidesTouched: number
  /** Mean change of light since the frame before beside a change of exposure, ÷ light; null for the first frame. */
  change: number | null
}

/** The frame in coarse blocks, to compare the next one with. */
export interface CoarseFrame {
  columns: number
  rows: number
  red: Float32Array
}

/** Pixels to a block's side: grain is averaged away, a hand's movement is not. */
const BLOCK_PX = 4
/** Light that glows, ÷ the brightest, and at least, linear. */
const GLOW_SHARE = 0.1
const GLOW_LEAST = 0.008
const SATURATED = 0.97

const LINEAR = Float32Array.from({ length: 256 }, (_, i) => srgbToLinear(i / 255))

/**
 * @param data - RGBA, row-major, some 100 to 200 pixels wide
 * @param before - the frame before, of the same size
 */
export function lookAtFrame(
  { widthPx, heightPx, data }: { widthPx: number; heightPx: number; data: Uint8ClampedArray },
  before: CoarseFrame | null,
): { figures: FrameFigures; coarse: CoarseFrame } {
  const columns = Math.floor(widthPx / BLOCK_PX)
  const rows = Math.floor(heightPx / BLOCK_PX)
  const red = new Float32Array(columns * rows)
  const blue = new Float32Array(columns * rows)
  for (let y = 0; y < rows * BLOCK_PX; y++) {
    for (let x = 0; x < columns * BLOCK_PX; x++) {
      const from = 4 * (y * widthPx + x)
      const to = Math.floor(y / BLOCK_PX) * columns + Math.floor(x / BLOCK_PX)
      red[to] = red[to]! + LINEAR[data[from]!]! / BLOCK_PX ** 2
      blue[to] = blue[to]! + LINEAR[data[from + 2]!]! / BLOCK_PX ** 2
    }
  }
  const sorted = Float32Array.from(red).sort()
  const limit = Math.max(GLOW_LEAST, GLOW_SHARE * (sorted[Math.floor(0.985 * sorted.length)] ?? 0))
  const glow: number[] = []
  let sumRed = 0
  let sumBlue = 0
  let clipped = 0
  const sides = [false, false, false, false]
  for (let at = 0; at < red.length; at++) {
    if (red[at]! < limit) continue
    glow.push(red[at]!)
    sumRed += red[at]!
    sumBlue += blue[at]!
    if (red[at]! > SATURATED) clipped++
    const column = at % columns
    const row = Math.floor(at / columns)
    if (column === 0) sides[0] = true
    if (column === columns - 1) sides[1] = true
    if (row === 0) sides[2] = true
    if (row === rows - 1) sides[3] = true
  }
  glow.sort((a, b) => a - b)
  return {
    coarse: { columns, rows, red },
    figures: {
      glowShare: red.length > 0 ? glow.length / red.length : 0,
      warmth: sumRed / Math.max(1e-6, sumBlue),
      brightRed: glow[Math.floor(0.9 * glow.length)] ?? 0,
      clippedShare: glow.length > 0 ? clipped / glow.length : 0,
      sidesTouched: sides.filter(Boolean).length,
      change: before && before.red.length === red.length ? changeBetween(before.red, red) : null,
    },
  }
}

/** Cameras correct their exposure all the time: up to this factor it is no movement. */
const EXPOSURE_STEP = 1.15

function changeBetween(before: Float32Array, now: Float32Array): number {
  const sum = (values: Float32Array): number => values.reduce((total, value) => total + value, 0)
  const gain = Math.min(EXPOSURE_STEP, Math.max(1 / EXPOSURE_STEP, sum(before) / Math.max(1e-6, sum(now))))
  let moved = 0
  let light = 0
  for (let i = 0; i < now.length; i++) {
    moved += Math.abs(gain * now[i]! - before[i]!)
    light += Math.max(gain * now[i]!, before[i]!)
  }
  return moved / Math.max(1e-6, light)
}
