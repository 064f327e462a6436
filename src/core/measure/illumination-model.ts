import { medianOf, quantile } from '../image/quantile.ts'
import { NormalEquations } from '../geometry/linear-system.ts'
import { cellEdgeColumn, type CellCurve } from './air-cell.ts'
import type { Contents } from './contents.ts'
import type { EggFrame } from './egg-frame.ts'

/**
 * The light that this shell would pass if nothing had grown in it: log red light falls about linearly with the
 * distance from the lamp, as diffuse light does in a scattering medium, and a little toward the rim.
 */
export interface IlluminationModel {
  /** Natural log of red light at each frame pixel. */
  redLog: Float32Array
  /** Robust spread of the lit contents about the field, log units. */
  spread: number
  /** Share of the contents that the fit rests on. */
  litShare: number
  /** Where the light comes from. */
  lamp: Lamp
}

export type Lamp = 'blunt' | 'small' | 'side'

/**
 * Coefficients of 1, u, u², v², v⁶ and one for the side (u from mid-length in lengths, v in half-breadths): centre and
 * spread. With a lamp at an end the last is of v; with one at the side, of the distance from it.
 */
const BELIEF = [
  { mean: 0, sd: 3 },
  { mean: -1.55, sd: 0.45 },
  { mean: -0.3, sd: 0.45 },
  { mean: -0.19, sd: 0.12 },
  { mean: -0.11, sd: 0.12 },
  { mean: 0, sd: 0.06 },
] as const
/** Light from the side falls off with the distance from there instead, half-breadths. */
const SIDE_BELIEF = { along: { mean: 0, sd: 0.6 }, distance: { mean: -1.1, sd: 0.45 } } as const
/** Where such a lamp stands across the axis, half-breadths, and how many of those an egg's length has. */
const SIDE_LAMP_AT = 1.1
const HALF_BREADTHS = 2.6
/** Most people light an end: the side must explain the picture better by this much cost. */
const SIDE_COST = 12
/** How much darker the contents are than the air cell just beside its edge in an empty egg, log units. */
const CELL_STEP = { mean: 0.3, sd: 0.2 }
/** A greater step than this is not the membrane's but a body's: the field is held up to it, however dark the contents. */
const GREATEST_STEP = 0.7
/** Pixels nearer than this to the cell's edge or the poles are left out: the edge's line, the pole's bloom. */
const CLEARANCE = 0.035

/** Effective number of independent readings over the egg: neighbours share mottling and shading. */
const INDEPENDENT_READINGS = 80

/** Frame pixels between readings: the field is smooth. */
const STRIDE_PX = 5

/** −1 or 1: the side at which the lamp stands; 0 for one at an end. */
type Side = -1 | 0 | 1

function sideTerm(u: number, v: number, side: Side): number {
  return side === 0 ? v : Math.sqrt((HALF_BREADTHS * u) ** 2 + (v - side * SIDE_LAMP_AT) ** 2)
}

function basis(u: number, v: number, side: Side): Float64Array {
  const square = v * v
  return Float64Array.of(1, u, u * u, square, square * square * square, sideTerm(u, v, side))
}

/** The field itself: {@link basis} times its coefficients, without making the row. */
function evaluate(u: number, v: number, side: Side, coefficients: Float64Array): number {
  const square = v * v
  return (
    coefficients[0]! +
    coefficients[1]! * u +
    coefficients[2]! * u * u +
    coefficients[3]! * square +
    coefficients[4]! * square * square * square +
    coefficients[5]! * sideTerm(u, v, side)
  )
}

interface Sample {
  u: number
  v: number
  value: number
}

/** A sample with its row of the equations, which depends on where the lamp is thought to stand. */
interface Reading {
  row: Float64Array
  value: number
}

interface Belief {
  mean: number
  sd: number
}

const SIDEWAYS: readonly Belief[] = BELIEF.map((belief, k) =>
  k === 1 ? SIDE_BELIEF.along : k === 5 ? SIDE_BELIEF.distance : belief,
)

/** Where the lamp may stand, and what is then believed of the light. */
const LAMPS: ReadonlyArray<{ lamp: Lamp; side: Side; belief: readonly Belief[]; cost: number }> = [
  { lamp: 'blunt', side: 0, belief: BELIEF, cost: 0 },
  {
    lamp: 'small',
    side: 0,
    belief: BELIEF.map((belief, k) => (k === 1 ? { ...belief, mean: -belief.mean } : belief)),
    cost: 0,
  },
  { lamp: 'side', side: 1, belief: SIDEWAYS, cost: SIDE_COST },
  { lamp: 'side', side: -1, belief: SIDEWAYS, cost: SIDE_COST },
]

/** Fits with weights that forgive dark things (embryo, vessels, speckles) far more than bright ones. */
export function fitEmptyField(
  frame: EggFrame,
  contents: Contents,
  cell: CellCurve | null,
): IlluminationModel {
  const samples = takeSamples(frame, contents)
  const anchors = cell ? cellAnchors(frame, cell) : []
  const best = likeliestLamp(samples, anchors)
  const redLog = new Float32Array(frame.lengthPx * frame.heightPx)
  for (let row = 0; row < frame.heightPx; row++) {
    const across = row + 0.5 - frame.heightPx / 2
    for (let column = 0; column < frame.lengthPx; column++) {
      const v = Math.max(-1, Math.min(1, across / Math.max(1, frame.radiusPx[column]!)))
      redLog[row * frame.lengthPx + column] = evaluate(
        (column + 0.5) / frame.lengthPx - 0.5,
        v,
        best.side,
        best.coefficients,
      )
    }
  }
  return { redLog, spread: best.spread, litShare: best.litShare, lamp: best.lamp }
}

function likeliestLamp(samples: readonly Sample[], anchors: readonly Sample[]) {
  const rowsOf = (side: Side): { samples: Reading[]; anchors: Reading[] } => {
    const reading = ({ u, v, value }: Sample): Reading => ({ row: basis(u, v, side), value })
    return { samples: samples.map(reading), anchors: anchors.map(reading) }
  }
  const atEnd = rowsOf(0)
  let best: (ReturnType<typeof fitFrom> & { lamp: Lamp; side: Side }) | null = null
  for (const { lamp, side, belief, cost } of LAMPS) {
    // A fit costs nothing at the least: what is better than that already needs no other.
    if (best && best.cost <= cost) continue
    const rows = side === 0 ? atEnd : rowsOf(side)
    const fit = fitFrom(rows.samples, rows.anchors, belief)
    if (!best || fit.cost + cost < best.cost) best = { ...fit, lamp, side, cost: fit.cost + cost }
  }
  return best!
}

function takeSamples(frame: EggFrame, contents: Contents): Sample[] {
  const samples: Sample[] = []
  const clear = Math.round(CLEARANCE * frame.lengthPx)
  for (let row = 1; row < frame.heightPx; row += STRIDE_PX) {
    for (let column = clear; column < frame.lengthPx - clear; column += STRIDE_PX) {
      const at = row * frame.lengthPx + column
      if (!contents.mask[at] || !contents.mask[at - clear]) continue
      const v = (row + 0.5 - frame.heightPx / 2) / frame.radiusPx[column]!
      if (Math.abs(v) > 0.93) continue
      samples.push({ u: (column + 0.5) / frame.lengthPx - 0.5, v, value: frame.redLog.values[at]! })
    }
  }
  return samples
}

/** Across the axis, half-breadths, where the air cell is compared with the contents. */
const ANCHORS_AT = [-0.6, 0, 0.6] as const

/** What the air cell's brightness says about the contents next to it, at three places along its edge. */
function cellAnchors(frame: EggFrame, cell: CellCurve): Sample[] {
  const half =
    frame.radiusPx[Math.min(frame.lengthPx - 1, Math.max(0, Math.round(cell.depth * frame.lengthPx)))]!
  return ANCHORS_AT.flatMap((v) => {
    const edge = cellEdgeColumn(cell, frame.lengthPx, v * half, half)
    const column = Math.round(edge - 0.04 * frame.lengthPx)
    if (column < 4) return []
    const values: number[] = []
    const reach = 0.2 * half
    for (let across = v * half - reach; across <= v * half + reach; across++) {
      const row = Math.round(frame.heightPx / 2 + across)
      if (Math.abs(across) < 0.9 * frame.radiusPx[column]! && !frame.covered[row * frame.lengthPx + column])
        values.push(frame.redLog.values[row * frame.lengthPx + column]!)
    }
    if (values.length < 5) return []
    return [{ u: edge / frame.lengthPx + 0.03 - 0.5, v, value: medianOf(values) - CELL_STEP.mean }]
  })
}

function fitFrom(samples: Reading[], anchors: Reading[], beliefs: readonly Belief[]) {
  const prior = beliefs.map((belief) => belief.mean)
  const shape = ({ row }: Reading): number =>
    prior.reduce((sum, mean, k) => (k === 0 ? sum : sum + row[k]! * mean), 0)
  let level =
    samples.length > 0
      ? quantile(
          Float32Array.from(samples, (sample) => sample.value - shape(sample)),
          0.85,
        )
      : -4
  if (anchors.length > 0)
    level = Math.max(level, medianOf(anchors.map((anchor) => anchor.value - shape(anchor))) - 0.5)
  let coefficients = Float64Array.from(prior)
  coefficients[0] = level
  let spread = 0.2
  let litShare = 0
  for (let round = 0; round < 7; round++) {
    const equations = new NormalEquations(BELIEF.length)
    let total = 0
    let squares = 0
    const weights = samples.map((sample) => {
      const residual = sample.value - predict(sample, coefficients)
      const scaled = residual / Math.max(0.07, spread)
      const weight = scaled < -1 ? Math.exp(-((scaled + 1) ** 2)) : scaled > 2.5 ? 2.5 / scaled : 1
      total += weight
      squares += weight * residual * residual
      return weight
    })
    const each = INDEPENDENT_READINGS / Math.max(1, samples.length) / Math.max(0.07, spread) ** 2
    samples.forEach((sample, i) => equations.add(sample.row, sample.value, weights[i]! * each))
    beliefs.forEach((belief, k) => equations.addPrior(k, prior[k]!, 1 / belief.sd ** 2))
    for (const anchor of anchors)
      equations.add(anchor.row, anchor.value, 1 / anchors.length / CELL_STEP.sd ** 2)
    const next = equations.solve()
    if (!next) break
    coefficients = Float64Array.from(next)
    coefficients[0] = coefficients[0]! + heldUp(anchors, coefficients)
    spread = Math.min(0.3, Math.max(0.04, Math.sqrt(squares / Math.max(1, total)) * 1.15))
    litShare = total / Math.max(1, samples.length)
  }
  // Cost: unexplained light counts, unexplained darkness hardly (it may be an embryo).
  let cost = beliefs.reduce((sum, belief, k) => sum + ((coefficients[k]! - prior[k]!) / belief.sd) ** 2, 0)
  for (const sample of samples) {
    const scaled = (sample.value - predict(sample, coefficients)) / 0.1
    cost +=
      (INDEPENDENT_READINGS / Math.max(1, samples.length)) * Math.min(scaled > 0 ? 9 : 4, scaled * scaled)
  }
  return { coefficients, spread, litShare, cost }
}

/**
 * By how much the field must rise so that beside the cell it lies no further below it than a membrane makes: at the
 * middle one of the places compared, for a lamp at the side lights one of them through the cell alone.
 */
function heldUp(anchors: readonly Reading[], coefficients: Float64Array): number {
  if (anchors.length === 0) return 0
  const missing = anchors.map(
    (anchor) => anchor.value + CELL_STEP.mean - GREATEST_STEP - predict(anchor, coefficients),
  )
  return Math.max(0, medianOf(missing))
}

function predict(sample: Reading, coefficients: Float64Array): number {
  let sum = 0
  for (let k = 0; k < coefficients.length; k++) sum += sample.row[k]! * coefficients[k]!
  return sum
}
