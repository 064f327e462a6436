import { MAD_TO_SD } from '../statistics/robust.ts'
import { relativeRadius, toEggFrame, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import { solveCholesky } from '../geometry/linear-system.ts'
import { sampleBilinear, type Plane } from '../image/plane.ts'
import { quantile } from '../image/quantile.ts'
import { BURNT, type Clip } from './clip.ts'

/**
 * What the hand and the light do, by frame: shift right and down, turn in the picture, nearing, roll about the long
 * axis; brightness as a whole, along the axis and across it.
 */
export const NUISANCES = [
  'right',
  'down',
  'turn',
  'nearing',
  'roll',
  'light',
  'lightAlong',
  'lightAcross',
] as const
const SHIFTS = 5

/** Frames laid over each other: what is left when hand and light are taken out. */
export interface RegisteredClip {
  /** Index into the frame of each pixel of the egg that is kept. */
  pixels: Int32Array
  /** The egg at rest: log light at those pixels. */
  rest: Float32Array
  /** Weight by light: how little grain counts there, 0…1. */
  weights: Float32Array
  /** Log light beside the egg at rest, by frame and pixel. */
  residuals: Float32Array[]
  /**
   * Blur that each frame gets from being sampled between its pixels, by frame and pixel: share of the rest's second
   * differences. Thin lines look fainter by it, in step with the hand's shake.
   */
  softening: Float32Array[]
  /** By frame, in the order of {@link NUISANCES}; pixels, radians and log units. */
  nuisance: Float64Array[]
  atMs: number[]
}

/** The egg's edge against the dark holds the frame fast: what moves inside must not. A little of the dark is needed for it. */
const REACH = 1.07
/** Movement is looked for inside of this: the rim moves with every error of the outline. */
export const INSIDE = 0.92
/** Residuals beyond this many robust standard deviations are not the hand's (Tukey's biweight). */
const OUTLYING = 4
const ROUNDS = 3
/** Every so manieth pixel is enough to find eight numbers. */
const STRIDE = 2
/** Every third frame makes a mean that is smooth enough. */
const ROUGH_STEP = 3
/** What each nuisance is believed to be without a picture to tell: standard deviation, ÷ that of a residual. */
const BELIEVED = [60, 60, 1, 1, 1, 10, 5, 5] as const
/** Light at which grain has half its say. */
const GRAINY_LIGHT = 0.02

/**
 * Registers the frames on their mean by Gauss–Newton on log light, in which a change of exposure is a plain shift.
 * A roll moves the near side of the shell across by what its roundness shows of it.
 * @returns null when too little of the egg is lit to hold on to
 * @see Baker & Matthews (2004), Lucas–Kanade 20 Years On, Int. J. Computer Vision 56(3)
 */
export function registerClip(clip: Clip, outline: EggOutline): RegisteredClip | null {
  const first = clip.logLight[0]
  if (!first) return null
  const pixels = insideOf(clip, outline, first)
  if (pixels.length < 300) return null
  const weights = Float32Array.from(pixels, (at) => {
    const light = Math.exp(first[at]!)
    return light / (light + GRAINY_LIGHT)
  })
  // First to the first frame, whose grain would stay; then to the mean of all.
  const rough = registerTo(every(clip, ROUGH_STEP), outline, pixels, weights, first)
  const mean = Float32Array.from(first)
  for (const [k, at] of pixels.entries()) {
    let sum = 0
    for (const frame of rough.residuals) sum += frame[k]!
    mean[at] = first[at]! + sum / rough.residuals.length
  }
  const { residuals, softening, nuisance } = registerTo(clip, outline, pixels, weights, mean)
  return {
    pixels,
    weights,
    residuals,
    softening,
    nuisance,
    rest: Float32Array.from(pixels, (at) => mean[at]!),
    atMs: clip.atMs,
  }
}

function every({ widthPx, heightPx, logLight, atMs }: Clip, step: number): Clip {
  const kept = <T>(list: readonly T[]): T[] => list.filter((_, i) => i % step === 0)
  return { widthPx, heightPx, logLight: kept(logLight), atMs: kept(atMs) }
}

function insideOf({ widthPx, heightPx }: Clip, outline: EggOutline, light: Float32Array): Int32Array {
  const list: number[] = []
  for (let y = 2; y < heightPx - 2; y++) {
    for (let x = 2; x < widthPx - 2; x++) {
      const { along, across } = toEggFrame(outline, { x: x + 0.5, y: y + 0.5 })
      if (
        Math.abs(across) >
        REACH * outline.halfBreadthPx * relativeRadius(outline, along / outline.halfLengthPx / REACH)
      )
        continue
      if (light[y * widthPx + x]! < Math.log(BURNT)) list.push(y * widthPx + x)
    }
  }
  return Int32Array.from(list)
}

function registerTo(
  { widthPx, heightPx, logLight }: Clip,
  outline: EggOutline,
  pixels: Int32Array,
  weights: Float32Array,
  rest: Float32Array,
): Pick<RegisteredClip, 'residuals' | 'softening' | 'nuisance'> {
  const size = NUISANCES.length
  const shifts = new Float32Array(pixels.length * 2 * SHIFTS)
  const slopes = new Float32Array(pixels.length * size)
  for (const [k, at] of pixels.entries()) {
    const x = at % widthPx
    const y = Math.floor(at / widthPx)
    const { along, across } = toEggFrame(outline, { x: x + 0.5, y: y + 0.5 })
    const radius = outline.halfBreadthPx * relativeRadius(outline, along / outline.halfLengthPx)
    const near = Math.sqrt(Math.max(0, radius * radius - across * across))
    const over = toPicture(outline, along, across + near)
    const moves = [
      1,
      0,
      0,
      1,
      -(y + 0.5 - outline.centre.y),
      x + 0.5 - outline.centre.x,
      x + 0.5 - outline.centre.x,
      y + 0.5 - outline.centre.y,
      over.x - x - 0.5,
      over.y - y - 0.5,
    ]
    shifts.set(moves, k * 2 * SHIFTS)
    const gx = (rest[at + 1]! - rest[at - 1]!) / 2
    const gy = (rest[at + widthPx]! - rest[at - widthPx]!) / 2
    for (let i = 0; i < SHIFTS; i++) slopes[k * size + i] = gx * moves[2 * i]! + gy * moves[2 * i + 1]!
    slopes.set([-1, -along / outline.halfLengthPx, -across / outline.halfBreadthPx], k * size + SHIFTS)
  }
  const start = new Float64Array(size)
  const residuals: Float32Array[] = []
  const softening: Float32Array[] = []
  const nuisance: Float64Array[] = []
  for (const values of logLight) {
    const frame: FrameFit = {
      plane: { widthPx, heightPx, values },
      pixels,
      rest,
      shifts,
      slopes,
      residual: new Float32Array(pixels.length),
      softening: new Float32Array(pixels.length),
    }
    // The hand has hardly moved since the frame before.
    const state = Float64Array.from(start)
    let limit = Infinity
    for (let round = 0; round < ROUNDS; round++) {
      compare(frame, state, STRIDE)
      const change = steady(frame, weights, limit)
      if (!change) break
      for (let i = 0; i < size; i++) state[i]! += change[i]!
      limit = OUTLYING * spreadOf(frame.residual)
    }
    compare(frame, state, 1)
    start.set(state)
    residuals.push(frame.residual)
    softening.push(frame.softening)
    nuisance.push(state)
  }
  return { residuals, softening, nuisance }
}

interface FrameFit {
  plane: Plane
  pixels: Int32Array
  rest: Float32Array
  /** Picture shift by each of the first nuisances, x and y by pixel. */
  shifts: Float32Array
  /** Change of log light by each nuisance, by pixel. */
  slopes: Float32Array
  /** Written to by {@link compare}. */
  residual: Float32Array
  softening: Float32Array
}

/** Residuals of every `stride`th pixel when the frame is brought to rest by `state`. */
function compare(
  { plane, pixels, rest, shifts, slopes, residual, softening }: FrameFit,
  state: Float64Array,
  stride: number,
): void {
  const { widthPx } = plane
  const size = state.length
  for (let k = 0; k < pixels.length; k += stride) {
    const at = pixels[k]!
    let x = (at % widthPx) + 0.5
    let y = Math.floor(at / widthPx) + 0.5
    for (let i = 0; i < SHIFTS; i++) {
      x += state[i]! * shifts[k * 2 * SHIFTS + 2 * i]!
      y += state[i]! * shifts[k * 2 * SHIFTS + 2 * i + 1]!
    }
    let value = sampleBilinear(plane, x, y) - rest[at]!
    for (let i = SHIFTS; i < size; i++) value += state[i]! * slopes[k * size + i]!
    residual[k] = value
    const fx = x - 0.5 - Math.floor(x - 0.5)
    const fy = y - 0.5 - Math.floor(y - 0.5)
    // Linear interpolation blurs by fx·(1 − fx) square pixels along x, and by as much along y.
    softening[k] =
      (fx * (1 - fx) * (rest[at + 1]! + rest[at - 1]! - 2 * rest[at]!) +
        fy * (1 - fy) * (rest[at + widthPx]! + rest[at - widthPx]! - 2 * rest[at]!)) /
      2
  }
}

/** The change of state that takes most of the residuals away, by weighted least squares. */
function steady(
  { pixels, slopes, residual }: FrameFit,
  weights: Float32Array,
  limit: number,
): Float64Array | null {
  const size = NUISANCES.length
  const matrix = new Float64Array(size * size)
  const right = new Float64Array(size)
  for (let k = 0; k < pixels.length; k += STRIDE) {
    const outlying = residual[k]! / limit
    if (outlying >= 1 || outlying <= -1) continue
    const weight = weights[k]! * (1 - outlying * outlying) ** 2
    const from = k * size
    for (let i = 0; i < size; i++) {
      const w = weight * slopes[from + i]!
      right[i] = right[i]! - w * residual[k]!
      for (let j = 0; j <= i; j++) matrix[i * size + j] = matrix[i * size + j]! + w * slopes[from + j]!
    }
  }
  for (let i = 0; i < size; i++) matrix[i * size + i]! += 1 / BELIEVED[i]! ** 2
  return solveCholesky(matrix, right) ? right : null
}

/** Robust standard deviation, of some of the values. */
function spreadOf(values: Float32Array): number {
  return Math.max(
    1e-4,
    MAD_TO_SD *
      quantile(
        Float32Array.from({ length: Math.ceil(values.length / (4 * STRIDE)) }, (_, i) =>
          Math.abs(values[4 * STRIDE * i]!),
        ),
        0.5,
      ),
  )
}
