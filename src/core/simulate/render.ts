import type { RgbImage } from '../image/linear.ts'
import { relativeRadius, toPicture, type EggOutline, type Point } from '../geometry/egg-outline.ts'
import { createRandom } from '../random/random.ts'
import { develop } from './camera.ts'
import type { EggState } from './egg-model.ts'
import { AT_REST, drawRing, growBody, growVessels, placeEmbryo, rolled, type Moment } from './growth.ts'
import { paintBlood, paintCrack, paintFinger, type PaintFrame } from './paint.ts'
import { paintSpots, paintStains } from './paint-shell.ts'
import { createNoise, layered } from './noise.ts'
import { BLOOD_ABSORPTION, SHELL_OPTICS } from './optics.ts'
import { isLegible, showsItsGrade } from './readability.ts'
import { outlineOf, scaleOf, type Shot } from './shot.ts'
import { traceLight, type LightField } from './transport.ts'

/** What is true of the picture, by the definitions of docs/measurement.md; lengths in pixels. */
export interface SimulatedTruth {
  outline: EggOutline
  airCell: { depth: number; volume: number; tiltRad: number }
  shadowArea: number
  vesselCoverage: number
  ringVisibleShare: number
  grade: EggState['grade']
  /** Whether the signs that decide the grade could be seen in this picture, by light, grain and what is in view. */
  readable: boolean
}

export interface SimulatedPhoto {
  image: RgbImage
  truth: SimulatedTruth
}

/** Photographs an egg. Deterministic: equal states, shots and moments give equal bytes. */
export function renderEgg(state: EggState, shot: Shot, moment: Moment = AT_REST): SimulatedPhoto {
  const { model } = state
  const { halfLengthPx, halfBreadthPx, pxPerMm } = scaleOf(model, shot)
  const outline = outlineOf(model, shot)
  const growth = createRandom(`growth/${model.seed}`)
  const place = placeEmbryo(growth.fork('place'), state)
  const body = growBody(growth.fork('body'), state, place, halfLengthPx / halfBreadthPx)
  const light = traceLight({ state, shot, outline, body, moment })
  const frame: PaintFrame = { outline, leanRad: shot.leanRad, widthPx: shot.widthPx, heightPx: shot.heightPx }
  const vessels = growVessels(growth.fork('vessels'), state, place).map((segment) => ({
    ...segment,
    from: rolled(segment.from, moment.rollRad),
    to: rolled(segment.to, moment.rollRad),
    depth: segment.depth * moment.pulse,
  }))
  const still = state.hasRing ? drawRing(growth.fork('ring'), place, model.nature) : null
  const ring = still && { ...still, normal: rolled(still.normal, moment.rollRad) }
  const blood = paintBlood(frame, vessels, ring)
  const spotted = SHELL_OPTICS[model.shell].spots
  const spots = paintSpots(
    frame,
    createRandom(`spots/${model.seed}`),
    {
      perCm2: spotted.perCm2 * model.nature.spots,
      largestMm: spotted.largestMm * model.nature.spotSize,
      rollRad: moment.rollRad,
    },
    pxPerMm * (model.lengthMm / 57),
  )
  const stains = paintStains(frame, createRandom(`stains/${model.seed}`), model.nature.stains)
  const hidden = shot.fingers > 0 ? new Float32Array(shot.widthPx * shot.heightPx) : null
  for (let i = 0; hidden && i < shot.fingers; i++)
    paintFinger(frame, createRandom(`finger/${shot.seed}/${i}`), hidden)
  const crack = model.cracked ? paintCrack(frame, createRandom(`crack/${model.seed}`)) : null
  const { linear, vesselCoverage } = compose({
    state,
    shot,
    outline,
    light,
    blood: blood.depth,
    spots,
    stains,
    crack,
    hidden,
    rollRad: moment.rollRad,
  })
  return {
    image: develop(linear, shot, createRandom(`sensor/${shot.seed}`)),
    truth: {
      outline,
      airCell: state.cell,
      shadowArea: light.shadowArea,
      vesselCoverage: state.hasRing ? 0 : vesselCoverage,
      ringVisibleShare: blood.ringShare,
      grade: state.grade,
      readable:
        isLegible(
          light.bareRed.map((value) => (value * shot.exposure) / light.brightRed),
          shot,
        ) &&
        showsItsGrade(state, { shadow: light.shadowArea, vessels: vesselCoverage, ring: blood.ringShare }),
    },
  }
}

/** Light that a finger before the glow sends on, linear, at exposure 1. */
const SKIN = [0.006, 0.002, 0.001] as const

interface ComposeInput {
  state: EggState
  shot: Shot
  outline: EggOutline
  light: LightField
  blood: Float32Array
  /** Turned already. */
  spots: Float32Array
  stains: Float32Array
  crack: Float32Array | null
  hidden: Float32Array | null
  rollRad: number
}

/** Shell, light from within, and what lies near the shell, into linear light; red, green, blue planes in turn. */
function compose({
  state,
  shot,
  outline,
  light,
  blood,
  spots,
  stains,
  crack,
  hidden,
  rollRad,
}: ComposeInput) {
  const { widthPx, heightPx } = shot
  const size = widthPx * heightPx
  const linear = new Float32Array(3 * size)
  const shell = SHELL_OPTICS[state.model.shell]
  const random = createRandom(`shell/${state.model.seed}`)
  const noise = createNoise(() => random.uniform())
  const cosine = Math.cos(outline.axisRad)
  const sine = Math.sin(outline.axisRad)
  const b = outline.halfBreadthPx
  const lampSide = shot.lamp === 'small' ? -1 : 1
  const gain = shot.exposure / light.brightRed / shell.transmission[0]
  let contents = 0
  let covered = 0
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      const at = y * widthPx + x
      const dx = x + 0.5 - outline.centre.x
      const dy = y + 0.5 - outline.centre.y
      const along = dx * cosine + dy * sine
      const across = -dx * sine + dy * cosine
      const fingerShare = hidden?.[at] ?? 0
      if (fingerShare > 0.98) {
        // A little red comes through the finger's rim.
        for (let c = 0; c < 3; c++) linear[c * size + at] = SKIN[c]! * shot.exposure
        continue
      }
      const holder = holderAt(along * lampSide, across, b, outline.halfLengthPx, shot)
      if (holder !== null) {
        for (let c = 0; c < 3; c++) linear[c * size + at] = holder
        continue
      }
      const here =
        Math.abs(along) < outline.halfLengthPx + 2 && Math.abs(across) < 1.2 * b ? light.look(x, y) : null
      const radius = b * relativeRadius(outline, along / outline.halfLengthPx)
      const share = here ? Math.min(1, Math.max(0, (radius - Math.abs(across)) / 1.2 + 0.5)) : 0
      if (share < 1) {
        const glare = glareAt(along * lampSide, across, b, outline.halfLengthPx, shot)
        for (let c = 0; c < 3; c++) linear[c * size + at] = (1 - share) * glare
      }
      if (!here || share === 0) continue
      const lateral = Math.min(1, Math.abs(across) / Math.max(1, radius))
      const facing = Math.sqrt(1 - lateral * lateral)
      const painted = beforeRoll(across, radius, rollRad)
      const grain =
        shell.mottling *
        (layered(noise, (along / b) * 9, (painted / b) * 9, 3, 0.7) +
          0.25 * noise.at(along * 0.9, painted * 0.9))
      const paint = rollRad === 0 ? at : pixelAt(toPicture(outline, along, painted), shot)
      const bloodHere = here.isContents ? blood[at]! : 0
      if (here.isContents) {
        contents++
        if (bloodHere * BLOOD_ABSORPTION[0] > 0.105) covered++
      }
      const rim = 0.72 + 0.28 * facing
      for (let c = 0; c < 3; c++) {
        const absorbed =
          here.log[c]! +
          grain * (c === 0 ? 1 : 1.25) -
          bloodHere * BLOOD_ABSORPTION[c]! -
          (spots[at]! + stains[paint]!) * (1 + 0.35 * c) +
          (crack?.[paint] ?? 0)
        linear[c * size + at]! +=
          (1 - fingerShare) * share * gain * shell.transmission[c]! * rim * Math.exp(absorbed)
      }
    }
  }
  return { linear, vesselCoverage: contents > 0 ? covered / contents : 0 }
}

/** Where on the shell it was before the roll: what is on the shell turns with it. */
function beforeRoll(across: number, radius: number, rollRad: number): number {
  if (rollRad === 0) return across
  return radius * Math.sin(Math.asin(Math.max(-1, Math.min(1, across / Math.max(1, radius)))) - rollRad)
}

function pixelAt({ x, y }: Point, { widthPx, heightPx }: Shot): number {
  return (
    Math.max(0, Math.min(heightPx - 1, Math.floor(y))) * widthPx +
    Math.max(0, Math.min(widthPx - 1, Math.floor(x)))
  )
}

/** Light on the lamp's holder where it covers the picture; null where it does not. `along` runs toward the lamp. */
function holderAt(along: number, across: number, b: number, halfLength: number, shot: Shot): number | null {
  if (shot.lamp === 'below') return null
  const v = across / (0.62 * b)
  if (Math.abs(v) > 1) return null
  const rim = halfLength * (1 - 2 * shot.collar) + 0.07 * b + 0.06 * b * v * v
  if (along < rim) return null
  return 0.006 * Math.exp(-(along - rim) / (0.12 * b)) * (1 - 0.5 * v * v) + 0.0007
}

/** Stray light of the lamp around the pole it sits at. */
function glareAt(along: number, across: number, b: number, halfLength: number, shot: Shot): number {
  if (shot.lamp === 'below') return 0
  const distance = Math.hypot(along - halfLength, 0.8 * across) / b
  return (
    0.1 * shot.exposure * Math.exp(-((distance / 0.2) ** 2)) +
    0.012 * shot.exposure * Math.exp(-distance / 0.25)
  )
}
