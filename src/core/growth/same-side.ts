import {
  relativeRadius,
  toEggFrame,
  toPicture,
  type EggOutline,
  type Point,
} from '../geometry/egg-outline.ts'
import { sampleBilinear, type Plane } from '../image/plane.ts'
import type { FilmLook } from './film-look.ts'
import type { ShadowField } from './moving-lines.ts'
import { rollBetween, type ShellMarks } from './shell-marks.ts'

const RIM_RAD = Math.PI / 2
/** A look that would have to be turned by more stays as it lay: too little of the side is seen in it. */
const MOST_TURN_RAD = (60 * Math.PI) / 180
/** Shell that a look did not show is dark in the film; toward it, from 76° to 88° of longitude, the light fades: cosines. */
const FADE = { from: 0.24, to: 0.035 } as const

/**
 * By how much each look is turned about the egg's long axis so that all show the same side of the shell, radians.
 * Looks are turned toward their middle, so that none is turned far; null for one whose marks agree with none of the
 * others, which stays as it lay.
 */
export function turnsToSameSide(marks: readonly ShellMarks[]): Array<number | null> {
  const rolls = rollsOf(marks)
  const found = (of: ReadonlyArray<number | null>): number => of.filter((roll) => roll !== null).length
  const known = rolls.reduce((most, of) => (found(of) > found(most) ? of : most), [])
  const seen = known.filter((roll) => roll !== null)
  if (seen.length < 2) return marks.map(() => null)
  const middle = (Math.min(...seen) + Math.max(...seen)) / 2
  const turns = known.map((roll) =>
    roll === null || Math.abs(roll - middle) > MOST_TURN_RAD ? null : roll - middle,
  )
  return turns.filter((turn) => turn !== null).length < 2 ? marks.map(() => null) : turns
}

/** From each look, the roll to every other, radians. */
function rollsOf(marks: readonly ShellMarks[]): Array<Array<number | null>> {
  const rolls = marks.map((_, i) => marks.map((__, j) => (i === j ? 0 : null)) as Array<number | null>)
  for (const [i, from] of marks.entries())
    for (const [j, to] of marks.entries()) {
      const found = j > i ? rollBetween(from, to) : null
      if (!found) continue
      rolls[i]![j] = found.rollRad
      rolls[j]![i] = -found.rollRad
    }
  return rolls
}

/**
 * A look as if the egg had been turned about its long axis: what lies at longitude φ + turn comes to lie at φ. All of the
 * picture goes with the shell, what lies deeper too.
 * @param film - of the film's egg, see filmOutline
 */
export function turned(look: FilmLook, turnRad: number, film: { outline: EggOutline }): FilmLook {
  const { egg, lines } = look
  const light = new Float32Array(egg.light.length)
  for (let y = 0; y < egg.heightPx; y++) turnRow(egg.light, light, { y, widthPx: egg.widthPx, turnRad, film })
  return {
    ...look,
    egg: { ...egg, light },
    lines: {
      cellEdge: lines.cellEdge.map((point) => turnedPoint(film.outline, point, -turnRad)),
      shadow: turnedField(lines.shadow, turnRad, film.outline),
    },
  }
}

interface Row {
  y: number
  widthPx: number
  turnRad: number
  film: { outline: EggOutline }
}

function turnRow(
  from: Float32Array,
  to: Float32Array,
  { y, widthPx, turnRad, film: { outline } }: Row,
): void {
  const { along } = toEggFrame(outline, { x: 0, y: y + 0.5 })
  const radius = outline.halfBreadthPx * relativeRadius(outline, along / outline.halfLengthPx)
  if (radius <= 0) return
  const [cosine, sine] = [Math.cos(turnRad), Math.sin(turnRad)]
  const first = Math.max(0, Math.ceil(outline.centre.x - radius - 0.5))
  const last = Math.min(widthPx - 1, Math.floor(outline.centre.x + radius - 0.5))
  for (let x = first; x <= last; x++) {
    // Sine and cosine of the longitude, here and where it was before the turn.
    const v = (x + 0.5 - outline.centre.x) / radius
    const facing = Math.sqrt(Math.max(0, 1 - v * v))
    const seen = Math.min(1, (facing * cosine - v * sine - FADE.to) / (FADE.from - FADE.to))
    if (seen <= 0) continue
    const px = outline.centre.x + radius * (v * cosine + facing * sine) - 0.5
    const left = Math.min(widthPx - 2, Math.max(0, Math.floor(px)))
    const share = px - left
    const [a, b] = [3 * (y * widthPx + left), 3 * (y * widthPx + left + 1)]
    const at = 3 * (y * widthPx + x)
    const [ofA, ofB] = [seen * (1 - share), seen * share]
    to[at] = ofA * from[a]! + ofB * from[b]!
    to[at + 1] = ofA * from[a + 1]! + ofB * from[b + 1]!
    to[at + 2] = ofA * from[a + 2]! + ofB * from[b + 2]!
  }
}

/** Longitude of a point as the egg faces the camera, radians; null beyond the rim. */
function longitudeOf(
  outline: EggOutline,
  point: Point,
): { along: number; radius: number; rad: number } | null {
  const { along, across } = toEggFrame(outline, point)
  const radius = outline.halfBreadthPx * relativeRadius(outline, along / outline.halfLengthPx)
  return radius > Math.abs(across) ? { along, radius, rad: Math.asin(across / radius) } : null
}

/** What would turn out of sight stays at the rim. */
function turnedPoint(outline: EggOutline, point: Point, byRad: number): Point {
  const place = longitudeOf(outline, point)
  if (!place) return point
  const rad = Math.min(RIM_RAD, Math.max(-RIM_RAD, place.rad + byRad))
  return toPicture(outline, place.along, place.radius * Math.sin(rad))
}

function turnedField(field: ShadowField, turnRad: number, outline: EggOutline): ShadowField {
  const { columns, rows, cellPx } = field
  const plane: Plane = { widthPx: columns, heightPx: rows, values: Float32Array.from(field.values) }
  return {
    ...field,
    values: field.values.map((value, at) => {
      const point = { x: ((at % columns) + 0.5) * cellPx, y: (Math.floor(at / columns) + 0.5) * cellPx }
      const place = longitudeOf(outline, point)
      if (!place) return value
      // Of shell that was not seen nothing is known, no shadow either.
      if (Math.abs(place.rad + turnRad) > RIM_RAD) return Math.min(value, -1)
      const from = turnedPoint(outline, point, turnRad)
      return sampleBilinear(plane, from.x / cellPx, from.y / cellPx)
    }),
  }
}
