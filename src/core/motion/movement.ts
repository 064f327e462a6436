import { relativeRadius, toEggFrame, type EggOutline, type Point } from '../geometry/egg-outline.ts'
import { secondsOf, type Clip } from './clip.ts'
import { INSIDE, type RegisteredClip } from './register.ts'
import { dot, extend, settling, slowWaves, without } from './time-basis.ts'

/** What moved inside the egg beside the hand's own doing. */
export interface Movement {
  /** Of the last of the few places that must move together, standard deviations above what grain does, allowing for the number of places. */
  significance: number
  moving: boolean
  /** Places that moved, in the frames' pixels, and how far each is above grain. */
  places: Array<{ at: Point; significance: number }>
  seconds: number
}

/** Shorter clips do not tell a swing from a settling. */
export const SHORTEST_SECONDS = 1.9
/** Embryos swing and kick slower than this, Hz; grain is as strong above it as below. */
const SLOW_HZ = 2
/** Side of a place, ÷ egg length. */
const PLACE = 0.09
/** A place with fewer pixels is left out. */
const FEWEST_PIXELS = 12
/** From here on movement is called seen: on simulated films it gave the false alarms printed by `npm run bench`. */
export const MOVING_FROM = 4.5
/** Number of overlapping patches that contain a moving spot; a registration error mostly affects one alone. */
const TOGETHER = 4
/** Change of light that loose contents and errors of the registration make too, log units. */
const LEAST_CHANGE = 0.016

/**
 * Movement as light that changes slowly in a place though hand, lamp and loose contents are taken out. In each place
 * an F test asks whether slow waves hold more of what is left than the quick rest, which is grain, does.
 * @returns null when the clip is too short, or too little frames are left to tell
 */
export function findMovement(
  registered: RegisteredClip,
  clip: Pick<Clip, 'widthPx' | 'atMs'>,
  outline: EggOutline,
): Movement | null {
  const seconds = secondsOf(clip)
  if (seconds < SHORTEST_SECONDS) return null
  const settled = settling(clip.atMs)
  const slow: Float64Array[] = [...settled]
  const slowCount = extend(slow, slowWaves(clip.atMs, SLOW_HZ))
  const quickCount = clip.atMs.length - slow.length
  if (slowCount < 2 || quickCount < 8) return null
  const waves = slow.slice(settled.length)
  const tested = placesOf(registered, clip.widthPx, outline).map(({ at, pixels }) => {
    const rest = without(seriesOf(registered, pixels), settled)
    const slowSum = waves.reduce((sum, wave) => sum + dot(rest, wave) ** 2, 0)
    const quickSum = Math.max(1e-12, dot(rest, rest) - slowSum)
    const change = Math.sqrt(slowSum / clip.atMs.length)
    const ratio = slowSum / slowCount / (quickSum / quickCount)
    return { at, significance: change < LEAST_CHANGE ? 0 : deviationsOfF(ratio, slowCount, quickCount) }
  })
  const allowance = allowanceFor(tested.length)
  const places = tested.map(({ at, significance }) => ({ at, significance: significance - allowance }))
  const strongest = places.map((place) => place.significance).sort((a, b) => b - a)
  const significance = Math.max(0, strongest[TOGETHER - 1] ?? 0)
  const moving = significance >= MOVING_FROM
  return {
    significance,
    moving,
    places: moving ? places.filter((place) => place.significance >= MOVING_FROM) : [],
    seconds,
  }
}

interface TestedPlace {
  at: Point
  /** Indices into the registered pixels. */
  pixels: number[]
}

/** Squares over the egg, each lapping over half of the next. */
function placesOf({ pixels }: RegisteredClip, widthPx: number, outline: EggOutline): TestedPlace[] {
  const side = PLACE * 2 * outline.halfLengthPx
  const squares = new Map<string, { x: number; y: number; pixels: number[] }>()
  for (const [k, index] of pixels.entries()) {
    const point = { x: (index % widthPx) + 0.5, y: Math.floor(index / widthPx) + 0.5 }
    const { along, across } = toEggFrame(outline, point)
    if (
      Math.abs(across) >
      INSIDE * outline.halfBreadthPx * relativeRadius(outline, along / outline.halfLengthPx / INSIDE)
    )
      continue
    const column = Math.floor((2 * along) / side)
    const row = Math.floor((2 * across) / side)
    for (const [i, j] of [
      [0, 0],
      [-1, 0],
      [0, -1],
      [-1, -1],
    ] as const) {
      const key = `${column + i}/${row + j}`
      const square = squares.get(key) ?? { x: 0, y: 0, pixels: [] }
      square.x += point.x
      square.y += point.y
      square.pixels.push(k)
      squares.set(key, square)
    }
  }
  return [...squares.values()]
    .filter((square) => square.pixels.length >= FEWEST_PIXELS)
    .map((square) => ({
      at: { x: square.x / square.pixels.length, y: square.y / square.pixels.length },
      pixels: square.pixels,
    }))
}

/** Mean residual of a place by frame, log light. */
export function seriesOf({ residuals, weights }: RegisteredClip, pixels: readonly number[]): Float64Array {
  const total = pixels.reduce((sum, k) => sum + weights[k]!, 0)
  return Float64Array.from(
    residuals,
    (frame) => pixels.reduce((sum, k) => sum + weights[k]! * frame[k]!, 0) / total,
  )
}

/**
 * An F ratio as standard deviations of the normal distribution.
 * @see Paulson (1942), An approximate normalization of the analysis of variance distribution, Ann. Math. Stat. 13
 */
export function deviationsOfF(ratio: number, d1: number, d2: number): number {
  const root = Math.cbrt(ratio)
  return (
    ((1 - 2 / (9 * d2)) * root - (1 - 2 / (9 * d1))) / Math.sqrt((2 / (9 * d2)) * root * root + 2 / (9 * d1))
  )
}

/** Approximate expected maximum of n standard normal values. */
function allowanceFor(places: number): number {
  return places > 1 ? Math.sqrt(2 * Math.log(places)) - 1 : 0
}
