import type { Random } from '../random/random.ts'
import type { EggNature, EggState } from './egg-model.ts'
import { createNoise, type NoiseField } from './noise.ts'

/**
 * Places inside the egg, in half-breadths from the centre: x toward the blunt pole, y across, z toward the camera.
 */
export interface Place {
  x: number
  y: number
  z: number
}

/** The body as a lumpy ellipsoid; its density is 1 inside and falls to 0 across `softness`. */
export interface Body {
  centre: Place
  radii: Place
  softness: number
  /** Absorption of its flesh; 1 is ordinary. */
  opacity: number
  lumps: NoiseField
  lumpiness: number
  /** Dark eye, seen from about a quarter of incubation while the body is still small. */
  eye: (Place & { radius: number }) | null
}

/** One stretch of a vessel on the membrane, as directions from the centre (unit vectors). */
export interface VesselSegment {
  from: Place
  to: Place
  /** Half-breadths. */
  radius: number
  /** 0…1 of the blood's full absorption. */
  depth: number
}

export interface RingShape {
  normal: Place
  halfAngleRad: number
  /** Seen part, radians around, from `startRad`. */
  startRad: number
  arcRad: number
  /** 0…1 of the blood's full absorption. */
  depth: number
  radius: number
  wobble: NoiseField
  /** Extent along the axis, ÷ across it. */
  stretch: number
}

/** How the egg and what is in it stand at one moment of a film, beside the still picture. */
export interface Moment {
  /** Turn of the egg about its long axis in the hand, radians. */
  rollRad: number
  /** Where the body is, beside its place at rest, half-breadths in the egg's own frame. */
  bodyShift: Place
  /** Blood in the vessels, ÷ that at rest. */
  pulse: number
}

export const AT_REST: Moment = { rollRad: 0, bodyShift: { x: 0, y: 0, z: 0 }, pulse: 1 }

/** A place in the egg's own frame as it lies after a turn about the long axis. */
export function rolled({ x, y, z }: Place, rollRad: number): Place {
  const c = Math.cos(rollRad)
  const s = Math.sin(rollRad)
  return { x, y: y * c + z * s, z: z * c - y * s }
}

/** Where the embryo lies on the yolk's top: toward the camera, since the candler turns the egg to find it. */
export function placeEmbryo(random: Random, state: EggState): Place {
  const toSide = random.normal(0, 0.38)
  const along = random.normal(-0.05, 0.22) - Math.max(0, state.bodyShare - 0.4) * 0.5
  const y = Math.max(-0.62, Math.min(0.62, toSide))
  return { x: along, y, z: Math.sqrt(Math.max(0.1, 0.62 - y * y - along * along * 0.5)) }
}

/** @param reach - half-length ÷ half-breadth of the egg */
export function growBody(random: Random, state: EggState, at: Place, reach: number): Body | null {
  if (state.bodyShare <= 0.002) return null
  const share = state.bodyShare
  const size = Math.sqrt((share * reach * 0.83) / (1 - 0.25 * share))
  const stretch = random.between(1, 1.35)
  const dead = state.grade === 'quitter'
  const sink = Math.max(0, share - 0.35)
  return {
    centre: {
      x: at.x * (1 - sink) - sink * 0.55,
      y: at.y * (1 - sink),
      z: at.z * (1 - Math.min(1, 1.5 * sink)),
    },
    radii: { x: size * stretch, y: size / stretch ** 0.6, z: Math.max(0.2, Math.min(1.3, size * 1.3)) },
    softness:
      (dead ? 0.6 + 0.6 * state.model.nature.decay : 0.25) *
      state.model.nature.softness *
      Math.min(1, 0.5 + size),
    opacity: state.model.nature.opacity * (dead ? 0.9 - 0.55 * state.model.nature.decay : 1),
    lumps: createNoise(() => random.uniform()),
    lumpiness: dead ? 0.12 : 0.22,
    eye:
      !dead && state.stage > 0.24 && state.stage < 0.46
        ? { x: at.x + size * 0.55, y: at.y + size * 0.25, z: at.z + 0.1, radius: 0.05 + 0.03 * state.stage }
        : null,
  }
}

/** Density of the body at a place, 0…1. */
export function bodyDensity(body: Body, x: number, y: number, z: number): number {
  const dx = (x - body.centre.x) / body.radii.x
  const dy = (y - body.centre.y) / body.radii.y
  const dz = (z - body.centre.z) / body.radii.z
  const lump = body.lumpiness * body.lumps.at(3.1 * x + 1.7 * z + 9, 3.1 * y - 1.3 * z + 5)
  const inside = 1 - Math.sqrt(dx * dx + dy * dy + dz * dz) + lump
  const rise = inside / body.softness + 0.5
  return rise <= 0 ? 0 : rise >= 1 ? 1 : rise * rise * (3 - 2 * rise)
}

/**
 * Vessels as branching walks over the membrane, away from the embryo: each parent tapers, forks with an angle,
 * and stops at the edge of the net, whose size grows with the stage.
 */
export function growVessels(random: Random, state: EggState, at: Place): VesselSegment[] {
  if (state.vesselStrength <= 0.02) return []
  const segments: VesselSegment[] = []
  const start = unit(at)
  const netRad = Math.min(2.6, 0.35 + 4.2 * Math.max(0, state.stage - 0.1))
  const wealth = state.model.nature.vessels
  const trunks = Math.round((6 + random.uniform() * 4) * Math.min(1.6, wealth))
  const turn = random.between(0, 2 * Math.PI)
  for (let i = 0; i < trunks; i++) {
    const heading = turn + (2 * Math.PI * (i + random.between(-0.3, 0.3))) / trunks
    grow(
      { random, segments, state, origin: start, netRad },
      {
        from: start,
        heading,
        radius: (0.011 + 0.008 * state.vesselStrength) * (0.5 + 0.5 * wealth),
        level: 0,
      },
    )
  }
  return segments
}

/** The whole net on its way. */
interface Net {
  random: Random
  segments: VesselSegment[]
  state: EggState
  origin: Place
  netRad: number
}
interface Branch {
  from: Place
  heading: number
  radius: number
  /** How often it has forked before. */
  level: number
}

function grow(net: Net, { from, heading, radius, level }: Branch): void {
  const { random, segments, state, origin, netRad } = net
  let here = from
  let direction = heading
  let width = radius
  const step = 0.05
  for (let k = 0; k < 60 && width > 0.003; k++) {
    direction += random.normal(0, 0.22)
    const next = walk(here, direction, step)
    if (angleBetween(origin, next) > netRad) return
    segments.push({
      from: here,
      to: next,
      radius: width,
      depth: state.vesselStrength * Math.min(1, 0.35 + width / 0.02),
    })
    here = next
    width *= 0.965
    if (segments.length > 1400) return
    if (level < 5 && random.uniform() < 0.13 + 0.07 * state.model.nature.vessels) {
      const fork = random.between(0.4, 0.9) * (random.uniform() < 0.5 ? -1 : 1)
      grow(net, { from: here, heading: direction + fork, radius: width * 0.78, level: level + 1 })
      width *= 0.88
    }
  }
}

/** One step over the unit sphere in the tangent plane's direction. */
function walk(at: Place, heading: number, step: number): Place {
  // Measured from the egg's poles, which vessels seldom cross; at a pole any direction would do.
  const flat = Math.max(1e-4, Math.hypot(at.y, at.z))
  const ex = { x: 0, y: -at.z / flat, z: at.y / flat }
  const ey = { x: at.y * ex.z - at.z * ex.y, y: at.z * ex.x - at.x * ex.z, z: at.x * ex.y - at.y * ex.x }
  const c = Math.cos(heading) * step
  const s = Math.sin(heading) * step
  return unit({ x: at.x + ex.x * c + ey.x * s, y: at.y + ex.y * c + ey.y * s, z: at.z + ex.z * c + ey.z * s })
}

function angleBetween(a: Place, b: Place): number {
  return Math.acos(Math.max(-1, Math.min(1, a.x * b.x + a.y * b.y + a.z * b.z)))
}

export function unit(p: Place): Place {
  const size = Math.hypot(p.x, p.y, p.z)
  return { x: p.x / size, y: p.y / size, z: p.z / size }
}

export function drawRing(random: Random, at: Place, { ring: strength, ringStretch }: EggNature): RingShape {
  return {
    normal: unit(at),
    halfAngleRad: random.between(0.22, 0.52),
    startRad: random.between(0, 2 * Math.PI),
    arcRad: random.uniform() < 0.6 ? 2 * Math.PI : random.between(0.5, 0.95) * 2 * Math.PI,
    radius: random.between(0.012, 0.022) * (0.5 + 0.5 * strength),
    depth: Math.min(1, 0.55 * strength),
    wobble: createNoise(() => random.uniform()),
    stretch: ringStretch,
  }
}
