import type { EggOutline } from '../geometry/egg-outline.ts'
import { NormalEquations } from '../geometry/linear-system.ts'
import type { LinearImage } from '../image/linear.ts'
import { quantile } from '../image/quantile.ts'

/** Inside of the outline: neither rim nor bloom. Square of the distance from the middle. */
const INSIDE = 0.8
const SATURATED = 0.95
/** Green light weaker than this has no colour that could be told from noise. */
const DARK = 0.01
/** From here on over-exposure whitens warm light. */
const BRIGHT = 0.6
/** Fields of the egg, each way, over which light is averaged. */
const FIELDS = 10
const FEWEST_PIXELS = 12
/** With fewer fields whose colour can be told, nothing is said. */
const FEWEST_FIELDS = 20
/** Red ÷ the stronger of green and blue: shells and contents are warm, but cameras put the white anywhere. */
const WARMTH = 0.7
/** Half of all steps from pixel to pixel smaller than this, ÷ light: no camera is without grain. Smoothing phones have 0.0012 at the least. */
const NO_GRAIN = 0.0005

/**
 * Log odds of an egg before a lamp against things that are lit from the front, glow by themselves or are drawn. Light
 * that has passed an egg has another colour wherever it has come another way, and falls from the lamp, not from the
 * middle to the rim as on a ball. Fitted by logistic regression on photographs of four painters and on pictures of
 * eight kinds of other things (lab/not-eggs), judged on each kind left out: `npm run accuracy` says what it
 * refuses of each. That photographs are smooth says nothing: phones smooth them.
 */
const LIKENESS = { colours: 2.27, dome: 0.895, bias: 5.86, least: -2.5 } as const

/** Whether what lies within the outline looks like an egg with a lamp behind it. */
export function looksLikeAnEgg(linear: LinearImage, outline: EggOutline): boolean {
  const { fields, grain, colour } = survey(linear, outline)
  const [r, g, b] = colour
  // In the dark, rounding and noise have colours of their own.
  const brightest = Math.max(g, b)
  if (brightest > DARK && r < BRIGHT && r < WARMTH * brightest) return false
  if (grain !== null && grain < NO_GRAIN) return false
  const figures = figuresOf(fields)
  return (
    figures === null ||
    LIKENESS.colours * figures.colours + LIKENESS.dome * figures.dome + LIKENESS.bias >= LIKENESS.least
  )
}

/** What the likeness is weighed by; null where burnt or dark light leaves too little to tell by. */
export interface LikenessFigures {
  /** Spread of red ÷ green over the egg: logarithm of the standard deviation of its logarithm. */
  colours: number
  /** How log light bends from the middle to the rim: negative as on a ball; within −5 and 1. */
  dome: number
}

/** For fitting the likeness: lab/not-eggs. */
export function likenessFigures(linear: LinearImage, outline: EggOutline): LikenessFigures | null {
  return figuresOf(survey(linear, outline).fields)
}

/** Mean light of a part of the egg; null where it is burnt out. Places from −1 to 1 along and across the egg. */
interface Field {
  u: number
  v: number
  light: Array<number | null>
}

function figuresOf(fields: readonly Field[]): LikenessFigures | null {
  const colours = fields.flatMap(({ light: [red, green] }) =>
    red != null && green != null && green > DARK ? [Math.log(red / green)] : [],
  )
  if (colours.length < FEWEST_FIELDS) return null
  const mean = colours.reduce((sum, value) => sum + value, 0) / colours.length
  const variance = colours.reduce((sum, value) => sum + (value - mean) ** 2, 0) / colours.length
  return { colours: Math.log(Math.max(0.01, Math.sqrt(variance))), dome: domeOf(fields) }
}

function domeOf(fields: readonly Field[]): number {
  const equations = new NormalEquations(6)
  for (const { u, v, light } of fields) {
    const seen = light.find((value) => value !== null)
    if (seen == null) continue
    equations.add(Float64Array.of(1, u, v, u * u, v * v, u * v), Math.log(Math.max(3e-4, seen)), 1)
  }
  for (let k = 0; k < 6; k++) equations.addPrior(k, 0, 1e-6)
  const solved = equations.solve()
  return solved ? Math.min(1, Math.max(-5, solved[3]! + solved[4]!)) : 0
}

interface Survey {
  fields: Field[]
  /** Median step from pixel to pixel, ÷ light; null where hardly any pixel can tell. */
  grain: number | null
  /** Median light of each channel. */
  colour: readonly [number, number, number]
}

function survey({ widthPx, heightPx, red, green, blue }: LinearImage, outline: EggOutline): Survey {
  const channels = [red, green, blue]
  const sums = channels.map(() => new Float64Array(FIELDS * FIELDS))
  const counts = channels.map(() => new Uint32Array(FIELDS * FIELDS))
  const all = new Uint32Array(FIELDS * FIELDS)
  const values = channels.map(() => new Float32Array(red.length))
  const steps = new Float32Array(red.length)
  let pixels = 0
  let seen = 0
  const [cosine, sine] = [Math.cos(outline.axisRad), Math.sin(outline.axisRad)]
  for (let y = 1; y < heightPx - 1; y++) {
    for (let x = 1; x < widthPx - 1; x++) {
      // As toEggFrame, written out: this runs for every pixel of the egg.
      const dx = x + 0.5 - outline.centre.x
      const dy = y + 0.5 - outline.centre.y
      const u = (dx * cosine + dy * sine) / outline.halfLengthPx
      const v = (-dx * sine + dy * cosine) / outline.halfBreadthPx
      if (u * u + v * v > INSIDE) continue
      const at = y * widthPx + x
      const field = Math.floor(((u + 1) * FIELDS) / 2) * FIELDS + Math.floor(((v + 1) * FIELDS) / 2)
      all[field]!++
      for (let c = 0; c < 3; c++) {
        const light = channels[c]![at]!
        values[c]![pixels] = light
        if (light >= SATURATED) continue
        sums[c]![field]! += light
        counts[c]![field]!++
      }
      pixels++
      // Where red is burnt out, the others still show what is there.
      const plane = red[at]! < SATURATED ? red : green[at]! < SATURATED ? green : blue
      const here = plane[at]!
      if (here < 0.003 || here > SATURATED) continue
      steps[seen++] =
        Math.abs(4 * here - plane[at - 1]! - plane[at + 1]! - plane[at - widthPx]! - plane[at + widthPx]!) /
        (4 * here)
    }
  }
  const fields = [...all].flatMap((count, i): Field[] => {
    if (count < FEWEST_PIXELS) return []
    const place = (k: number): number => ((k + 0.5) * 2) / FIELDS - 1
    return [
      {
        u: place(Math.floor(i / FIELDS)),
        v: place(i % FIELDS),
        light: sums.map((sum, c) => (counts[c]![i]! > count / 2 ? sum[i]! / counts[c]![i]! : null)),
      },
    ]
  })
  const median = (c: number): number => quantile(values[c]!.subarray(0, pixels), 0.5)
  return {
    fields,
    grain: seen < pixels / 4 ? null : quantile(steps.subarray(0, seen), 0.5),
    colour: [median(0), median(1), median(2)],
  }
}
