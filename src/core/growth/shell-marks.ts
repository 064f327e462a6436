import { relativeRadius, type EggOutline } from '../geometry/egg-outline.ts'
import { blur, createPlane, type Plane } from '../image/plane.ts'
import { medianOf } from '../image/quantile.ts'
import type { UprightEgg } from './upright.ts'

/** The map of a shell: rows along the axis, blunt end first, and columns of longitude as it faces the camera. */
const ROWS = 36
const COLUMNS = 51
/** Share of the half-length that the map reaches to either side of the middle: the poles show no side. */
const REACH = 0.78
/** Longitude of the outermost column, radians; further out a shell is seen too obliquely. */
const REACH_RAD = (74.25 * Math.PI) / 180
const STEP_RAD = (2 * REACH_RAD) / (COLUMNS - 1)
/** Samples along each side of a cell. */
const SAMPLES = 3
const DARK = 1e-4
/** Marks are what is smaller than this, cells; how strong they are is told over a wider neighbourhood. */
const FINE_CELLS = 2
const NEIGHBOURHOOD_CELLS = 4
const LEAST_DEVIATION = 0.01
const MOST_DEVIATIONS = 3

/** Roll and shift along the axis that are tried, cells; outlines differ a little in where the poles are. */
const MOST_ROLL = 35
const MOST_SHIFT = 3
/** Columns of shell that both looks must show. */
const LEAST_SHARED = 14
/**
 * Plain shells show the lamp and the collar, which stay where they are: only so strong a pattern is the shell's own.
 * SD of ln light.
 */
const LEAST_CONTRAST = 0.2
/**
 * The best agreement must stand out from all others by so many of their deviations. Below it, looks at
 * different eggs begin to agree by chance.
 */
const LEAST_AGREEMENT = 6

/** The speckles of the side of a shell that a look shows. */
export interface ShellMarks {
  /** Against their surroundings, in deviations; ROWS × COLUMNS, row-major. */
  values: Float32Array
  /** How strong the pattern is, SD of ln light. */
  contrast: number
}

/** @param film - of the film's egg, see filmOutline */
export function shellMarks(
  egg: Pick<UprightEgg, 'widthPx' | 'heightPx' | 'light'>,
  { outline: film }: { outline: EggOutline },
): ShellMarks {
  const light = createPlane(COLUMNS, ROWS)
  for (let row = 0; row < ROWS; row++)
    for (let column = 0; column < COLUMNS; column++) {
      let sum = 0
      for (let i = 0; i < SAMPLES; i++)
        for (let j = 0; j < SAMPLES; j++)
          sum += logLight(egg, film, row + (i + 0.5) / SAMPLES - 0.5, column + (j + 0.5) / SAMPLES - 0.5)
      light.values[row * COLUMNS + column] = sum / SAMPLES ** 2
    }
  const wide = blur(light, FINE_CELLS)
  const fine: Plane = { ...light, values: light.values.map((value, at) => value - wide.values[at]!) }
  const power = blur({ ...fine, values: fine.values.map((value) => value * value) }, NEIGHBOURHOOD_CELLS)
  const deviation = power.values.map((value) => Math.sqrt(Math.max(0, value)) + LEAST_DEVIATION)
  return {
    values: fine.values.map((value, at) =>
      Math.min(MOST_DEVIATIONS, Math.max(-MOST_DEVIATIONS, value / deviation[at]!)),
    ),
    contrast: medianOf(Array.from(deviation)),
  }
}

/** ln of red and green light, evenly, where a row and a column of the map lie in the film. */
function logLight(
  { widthPx, light }: Pick<UprightEgg, 'widthPx' | 'light'>,
  film: EggOutline,
  row: number,
  column: number,
): number {
  const t = REACH * (1 - (2 * (row + 0.5)) / ROWS)
  const across = Math.sin(column * STEP_RAD - REACH_RAD) * film.halfBreadthPx * relativeRadius(film, t)
  const x = Math.floor(film.centre.x + across)
  const y = Math.floor(film.centre.y - t * film.halfLengthPx)
  const at = 3 * (y * widthPx + x)
  return 0.5 * (Math.log(Math.max(DARK, light[at]!)) + Math.log(Math.max(DARK, light[at + 1]!)))
}

/** By how much an egg was rolled about its long axis from one look to another. */
export interface FoundRoll {
  /** What lay at longitude φ lies at φ + roll in the other look, radians; longitude grows to the right. */
  rollRad: number
  /** How far the agreement of the marks stands out from that at any other roll, in deviations. */
  agreement: number
}

/** @returns null where the marks do not agree: plain shells, another side up, or another egg */
export function rollBetween(a: ShellMarks, b: ShellMarks): FoundRoll | null {
  if (Math.min(a.contrast, b.contrast) < LEAST_CONTRAST) return null
  const at = (roll: number, shift: number): number => agreementAt(a.values, b.values, roll, shift)
  const all: number[] = []
  let top = { roll: 0, shift: 0, agreement: -Infinity }
  const tryAt = (roll: number, shift: number): number => {
    const agreement = at(roll, shift)
    if (agreement > top.agreement) top = { roll, shift, agreement }
    return agreement
  }
  // Speckles are two cells wide: every other roll tells where the best one is near.
  for (let roll = -MOST_ROLL; roll <= MOST_ROLL; roll += 2)
    for (let shift = -MOST_SHIFT; shift <= MOST_SHIFT; shift++) all.push(tryAt(roll, shift))
  const { roll: near, shift: along } = top
  for (const roll of [near - 1, near + 1])
    if (Math.abs(roll) <= MOST_ROLL)
      for (const shift of [along - 1, along, along + 1]) if (Math.abs(shift) <= MOST_SHIFT) tryAt(roll, shift)
  const middle = medianOf(all)
  // 1.4826: from the median deviation to the standard one of a normal distribution.
  const deviation = 1.4826 * medianOf(all.map((value) => Math.abs(value - middle)))
  const agreement = deviation > 0 ? top.agreement / deviation : 0
  if (agreement < LEAST_AGREEMENT) return null
  const beside = [top.roll - 1, top.roll + 1].map((roll) =>
    Math.abs(roll) <= MOST_ROLL ? at(roll, top.shift) : -Infinity,
  )
  return { rollRad: (top.roll + vertexOffset(beside[0]!, top.agreement, beside[1]!)) * STEP_RAD, agreement }
}

/** What is seen obliquely in either look tells less: weights of the columns that two looks share, by roll. */
const SHARED = Array.from({ length: 2 * MOST_ROLL + 1 }, (_, index) => {
  const roll = index - MOST_ROLL
  const from = Math.max(0, -roll)
  const facing = (column: number): number => Math.cos(column * STEP_RAD - REACH_RAD)
  const columns = Math.max(0, COLUMNS - Math.abs(roll))
  const weights = Float64Array.from(
    { length: columns },
    (__, k) => facing(from + k) * facing(from + k + roll),
  )
  return { from, weights, sum: weights.reduce((all, weight) => all + weight, 0) }
})

/** Correlation of two maps, one rolled and shifted, times the root of how much they share. */
function agreementAt(a: Float32Array, b: Float32Array, roll: number, shift: number): number {
  const { from, weights, sum } = SHARED[roll + MOST_ROLL]!
  if (weights.length < LEAST_SHARED) return 0
  const [first, last] = [Math.max(0, -shift), ROWS - Math.max(0, shift)]
  let ab = 0
  let aa = 0
  let bb = 0
  for (let row = first; row < last; row++) {
    const atA = row * COLUMNS + from
    const atB = (row + shift) * COLUMNS + from + roll
    for (let k = 0; k < weights.length; k++) {
      const va = a[atA + k]!
      const vb = b[atB + k]!
      const weighted = weights[k]! * va
      ab += weighted * vb
      aa += weighted * va
      bb += weights[k]! * vb * vb
    }
  }
  return aa > 0 && bb > 0 ? (ab / Math.sqrt(aa * bb)) * Math.sqrt(sum * (last - first)) : 0
}

/** Where between its neighbours a parabola through three values has its top, −0.5 … 0.5. */
function vertexOffset(before: number, at: number, after: number): number {
  const bend = before - 2 * at + after
  return Number.isFinite(bend) && bend < 0 ? (0.5 * (before - after)) / bend : 0
}
