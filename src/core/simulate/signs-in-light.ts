import {
  curvePoint,
  relativeRadius,
  toPicture,
  type EggOutline,
  type Point,
} from '../geometry/egg-outline.ts'
import { createRandom } from '../random/random.ts'
import type { EggState } from './egg-model.ts'
import { drawRing, growBody, growVessels, placeEmbryo, rolled } from './growth.ts'
import { project, ringPath, type PaintFrame, type Projected } from './paint.ts'
import { outlineOf, scaleOf, type Shot } from './shot.ts'

/** What gives an egg away, as lines in its picture, pixels. Empty where there is no such thing. */
export interface Signs {
  /** The egg's own edge: what is drawn ends there. */
  outline: Point[]
  cellEdge: Point[]
  /** Near side only, in pieces. */
  vessels: Point[][]
  ring: Point[][]
  body: Point[]
}

/** Vessels thinner than this share of the thickest are left out: nobody points at them. */
const THINNEST = 0.45
/** With less blood in them nobody sees them. */
const FAINTEST = 0.15
const BODY_POINTS = 48
const EDGE_POINTS = 24

/** Lines of what the simulator put there, where the same egg, shot and turn are drawn by `renderEgg`. */
export function signsOf(state: EggState, shot: Shot, rollRad = 0): Signs {
  const { model } = state
  const { halfLengthPx, halfBreadthPx } = scaleOf(model, shot)
  const outline = outlineOf(model, shot)
  const frame: PaintFrame = { outline, leanRad: shot.leanRad, widthPx: shot.widthPx, heightPx: shot.heightPx }
  // The same chances as the picture's.
  const growth = createRandom(`growth/${model.seed}`)
  const place = placeEmbryo(growth.fork('place'), state)
  const vessels = growVessels(growth.fork('vessels'), state, place)
  const thickest = Math.max(...vessels.map(({ radius }) => radius), 0)
  const still = state.hasRing ? drawRing(growth.fork('ring'), place, model.nature) : null
  const body = growBody(growth.fork('body'), state, place, halfLengthPx / halfBreadthPx)
  const centre = body && rolled(body.centre, rollRad)
  const at = (along: number, across: number): Point =>
    toPicture(outline, along * halfBreadthPx, across * halfBreadthPx)
  return {
    outline: Array.from({ length: BODY_POINTS + 1 }, (_, i) => {
      const { along, across } = curvePoint(outline, (2 * Math.PI * i) / BODY_POINTS)
      return toPicture(outline, along, across)
    }),
    cellEdge: cellEdge(state, outline),
    vessels: (state.vesselStrength >= FAINTEST ? vessels : [])
      .filter(({ radius }) => radius >= THINNEST * thickest)
      .map(({ from, to }) => [from, to].map((end) => project(frame, rolled(end, rollRad))))
      .filter((ends) => ends.every(({ z }) => z > 0))
      .map((ends) => ends.map(flat)),
    ring: still
      ? pieces(ringPath(frame, { ...still, normal: rolled(still.normal, rollRad) })).map((piece) =>
          piece.map(flat),
        )
      : [],
    body:
      body && centre
        ? Array.from({ length: BODY_POINTS + 1 }, (_, i) => {
            const phi = (2 * Math.PI * i) / BODY_POINTS
            return at(centre.x + body.radii.x * Math.cos(phi), centre.y + body.radii.y * Math.sin(phi))
          })
        : [],
  }
}

function flat({ x, y }: Projected): Point {
  return { x, y }
}

/** Stretches on the near side. */
function pieces(path: readonly Projected[]): Projected[][] {
  const found: Projected[][] = []
  let open: Projected[] | null = null
  for (const here of path) {
    if (here.z <= 0) open = null
    else if (open) open.push(here)
    else found.push((open = [here]))
  }
  return found.filter((piece) => piece.length > 1)
}

/** Where the air cell's plane meets the shell's outline, drawn from side to side. */
function cellEdge({ cell }: EggState, outline: EggOutline): Point[] {
  const { halfLengthPx, halfBreadthPx } = outline
  const middle = 1 - 2 * cell.depth
  const reach = relativeRadius(outline, Math.max(-0.99, Math.min(0.99, middle)))
  return Array.from({ length: EDGE_POINTS + 1 }, (_, i) => {
    const across = reach * (-1 + (2 * i) / EDGE_POINTS) * halfBreadthPx
    return toPicture(outline, middle * halfLengthPx - across * Math.tan(cell.tiltRad), across)
  })
}
