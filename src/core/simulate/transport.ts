import { relativeRadius, type EggOutline } from '../geometry/egg-outline.ts'
import type { EggState } from './egg-model.ts'
import { bodyDensity, rolled, type Body, type Moment } from './growth.ts'
import { BODY_ABSORPTION, CONTENTS_ABSORPTION, LAMP_FALLOFF, MURK_ABSORPTION } from './optics.ts'
import type { Shot } from './shot.ts'

export interface LightField {
  /** Light at a picture pixel; null well outside the egg. The object is reused between calls. */
  look(x: number, y: number): LightHere | null
  /** Brightest red, linear. */
  brightRed: number
  shadowArea: number
  /** Red light through the contents as if no embryo were there, at places all over them, same scale as `brightRed`. */
  bareRed: number[]
}

export interface LightHere {
  /** Log light leaving the inside toward the camera: red, green, blue. */
  log: Float32Array
  isContents: boolean
}

interface Scene {
  state: EggState
  shot: Shot
  outline: EggOutline
  body: Body | null
  moment: Moment
}

/** Picture pixels per traced ray; what lies deep is blurred anyway. */
const USUAL_CELL_PX = 4
/** Half-lengths shorter than this, as in the frames of a film, want finer rays. */
const FINE_BELOW_PX = 90
const DEPTH_STEPS = 12
const MEMBRANE_DEPTH = 0.4
const MEMBRANE_WIDTH = 0.006

/**
 * Marches rays from the shell's front through the egg. Diffuse light falls off with the distance from the lamp;
 * what it meets on its way to the camera absorbs along the path (Beer–Lambert).
 */
export function traceLight(scene: Scene): LightField {
  const { shot } = scene
  const cellPx = scene.outline.halfLengthPx < FINE_BELOW_PX ? USUAL_CELL_PX / 2 : USUAL_CELL_PX
  const columns = Math.ceil(shot.widthPx / cellPx) + 1
  const rows = Math.ceil(shot.heightPx / cellPx) + 1
  const field = new Float32Array(3 * columns * rows).fill(-9)
  const geometry = createGeometry(scene, cellPx)
  const ray = { light: [0, 0, 0], without: 0 }
  let contents = 0
  let shadow = 0
  let brightRed = 0
  const bareRed: number[] = []
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const spot = geometry.locate(column * cellPx, row * cellPx)
      if (!spot) continue
      march(scene, geometry, spot, ray)
      for (let c = 0; c < 3; c++) field[3 * (row * columns + column) + c] = Math.log(ray.light[c]! + 1e-5)
      brightRed = Math.max(brightRed, ray.light[0]!)
      if (geometry.beyondCell(spot.x, spot.y, spot.front) > 0 && spot.inside) {
        contents++
        bareRed.push(ray.without)
        if (ray.light[0]! < 0.5 * ray.without) shadow++
      }
    }
  }
  const seen: LightHere = { log: new Float32Array(3), isContents: false }
  return {
    brightRed,
    bareRed,
    shadowArea: contents > 0 ? shadow / contents : 0,
    look: (x, y) => {
      const spot = geometry.locate(x + 0.5, y + 0.5)
      if (!spot) return null
      const past = geometry.beyondCell(spot.x, spot.y, spot.front)
      const front = past / (MEMBRANE_WIDTH * 1.4)
      const back = geometry.beyondCell(spot.x, spot.y, -spot.front) / (MEMBRANE_WIDTH * 4)
      const line =
        (Math.abs(front) < 3 ? MEMBRANE_DEPTH * Math.exp(-front * front) : 0) +
        (Math.abs(back) < 3 ? 0.05 * Math.exp(-back * back) : 0)
      const fx = (x + 0.5) / cellPx
      const fy = (y + 0.5) / cellPx
      const ix = Math.floor(fx)
      const iy = Math.floor(fy)
      const tx = fx - ix
      const ty = fy - iy
      for (let c = 0; c < 3; c++) {
        const at = 3 * (iy * columns + ix) + c
        seen.log[c] =
          (field[at]! * (1 - tx) + field[at + 3]! * tx) * (1 - ty) +
          (field[at + 3 * columns]! * (1 - tx) + field[at + 3 * columns + 3]! * tx) * ty -
          line
      }
      seen.isContents = past > 0
      return seen
    },
  }
}

/** A place in half-breadths: along, across and toward the camera. */
interface Spot {
  x: number
  y: number
  front: number
  inside: boolean
}

interface Geometry {
  reach: number
  leanCos: number
  leanSin: number
  /** Place of a picture point, a little beyond the rim too, so that interpolation has neighbours; reused between calls. */
  locate(px: number, py: number): Spot | null
  /** Signed distance past the air cell's plane toward the small end, ÷ length. */
  beyondCell(x: number, y: number, z: number): number
}

/** @param cellPx - picture pixels per traced ray: the rim is reckoned a little wider */
function createGeometry({ outline: egg, shot, state }: Scene, cellPx: number): Geometry {
  const cosine = Math.cos(egg.axisRad)
  const sine = Math.sin(egg.axisRad)
  const b = egg.halfBreadthPx
  const reach = egg.halfLengthPx / b
  const leanCos = Math.cos(shot.leanRad)
  const leanSin = Math.sin(shot.leanRad)
  const slope = Math.tan(state.cell.tiltRad)
  const spot: Spot = { x: 0, y: 0, front: 0, inside: true }
  return {
    reach,
    leanCos,
    leanSin,
    locate(px: number, py: number): Spot | null {
      const dx = px - egg.centre.x
      const dy = py - egg.centre.y
      spot.x = (dx * cosine + dy * sine) / b
      spot.y = (-dx * sine + dy * cosine) / b
      const t = Math.min(0.995, Math.max(-0.995, spot.x / reach))
      const radius = relativeRadius(egg, t)
      const beyond = Math.max(Math.abs(spot.y) - radius, Math.abs(spot.x) - reach)
      if (beyond > (4 * cellPx) / b) return null
      spot.inside = beyond < 0
      spot.front = Math.sqrt(Math.max(0.0004, radius * radius - spot.y * spot.y))
      return spot
    },
    beyondCell(x: number, y: number, z: number): number {
      const along = x * leanCos + z * leanSin
      return (reach - along) / (2 * reach) - state.cell.depth - (slope * y) / (2 * reach)
    },
  }
}

function march(
  { state, shot, body, moment }: Scene,
  geometry: Geometry,
  spot: { x: number; y: number; front: number },
  ray: { light: number[]; without: number },
): void {
  const { reach, leanCos, leanSin } = geometry
  const step = (2 * spot.front) / DEPTH_STEPS
  const { nature } = state.model
  const falloff = LAMP_FALLOFF * nature.falloff
  const thickness = step / 2 // in breadths, the unit of the absorptions
  let tauR = 0
  let tauG = 0
  let tauB = 0
  let tauBare = 0
  let red = 0
  let green = 0
  let blue = 0
  let bare = 0
  let inCell = 0
  for (let k = 0; k < DEPTH_STEPS; k++) {
    const z = spot.front - (k + 0.5) * step
    const x = spot.x * leanCos + z * leanSin
    const zz = -spot.x * leanSin + z * leanCos
    const past = geometry.beyondCell(spot.x, spot.y, z)
    const distance = lampDistance(shot, x, spot.y, zz, reach)
    const free = Math.exp(-falloff * distance)
    let source = free
    if (past < 0) {
      source *= 1 + nature.cellGain
      inCell++
    } else {
      const density = body ? densityAt(body, moment, x, spot.y, zz) : 0
      const flesh = body ? body.opacity * density : 0
      // Flesh holds the light back on its way in as well as on its way out.
      source *= 1 - 0.97 * Math.min(1, 1.2 * flesh)
      const murk = state.murk * (0.6 + 0.5 * Math.max(0, -x / reach))
      const common = CONTENTS_ABSORPTION[0] + MURK_ABSORPTION[0] * murk
      tauBare += thickness * common
      tauR += thickness * (common + BODY_ABSORPTION[0] * flesh)
      tauG +=
        thickness *
        (CONTENTS_ABSORPTION[1] * nature.tint + MURK_ABSORPTION[1] * murk + BODY_ABSORPTION[1] * flesh)
      tauB +=
        thickness *
        (CONTENTS_ABSORPTION[2] * nature.tint + MURK_ABSORPTION[2] * murk + BODY_ABSORPTION[2] * flesh)
    }
    red += source * Math.exp(-tauR)
    green += source * Math.exp(-tauG)
    blue += source * Math.exp(-tauB)
    bare += (past < 0 ? source : free) * Math.exp(-tauBare)
  }
  if (body?.eye && inCell === 0) {
    const eye = rolled(body.eye, moment.rollRad)
    const dx = spot.x - eye.x - moment.bodyShift.x
    const dy = spot.y - eye.y - moment.bodyShift.y
    const dark = Math.exp(-Math.max(0, Math.exp(-((dx * dx + dy * dy) / body.eye.radius ** 2)) * 1.4))
    red *= dark
    green *= dark
    blue *= dark
  }
  ray.light[0] = red / DEPTH_STEPS
  ray.light[1] = green / DEPTH_STEPS
  ray.light[2] = blue / DEPTH_STEPS
  ray.without = bare / DEPTH_STEPS
}

/** The body's density where it lies at this moment. */
function densityAt(body: Body, { rollRad, bodyShift }: Moment, x: number, y: number, z: number): number {
  const c = Math.cos(rollRad)
  const s = Math.sin(rollRad)
  return bodyDensity(body, x - bodyShift.x, y * c - z * s - bodyShift.y, z * c + y * s - bodyShift.z)
}

/** Distance from the lamp, in egg lengths. */
function lampDistance({ lamp, lampAlong }: Shot, x: number, y: number, z: number, reach: number): number {
  if (lamp === 'below') return Math.hypot(x / reach - lampAlong, y + 1.1, z) / 2 / 0.75
  const from = lamp === 'blunt' ? reach - x : reach + x
  return Math.hypot(from, 0.35 * y, 0.35 * z) / (2 * reach)
}
