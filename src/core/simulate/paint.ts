import { blur, sampleBilinear } from '../image/plane.ts'
import { relativeRadius, scaled, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import type { Random } from '../random/random.ts'
import { unit, type Place, type RingShape, type VesselSegment } from './growth.ts'

export interface PaintFrame {
  outline: EggOutline
  leanRad: number
  widthPx: number
  heightPx: number
}

const RING_STEPS = 160
/** How much smaller the far side is painted. */
const FAR = 4

export interface Projected {
  x: number
  y: number
  /** Toward the camera, half-breadths; negative on the far side. */
  z: number
}

/** From a direction on the membrane to the picture. */
export function project(frame: PaintFrame, p: Place): Projected {
  const c = Math.cos(frame.leanRad)
  const s = Math.sin(frame.leanRad)
  const t = Math.max(-0.999, Math.min(0.999, p.x * c - p.z * s))
  const sideways = Math.hypot(p.y, p.x * s + p.z * c)
  const radius = 0.98 * relativeRadius(frame.outline, t)
  const across = sideways > 1e-6 ? (radius * p.y) / sideways : 0
  const z = sideways > 1e-6 ? (radius * (p.x * s + p.z * c)) / sideways : 0
  const at = toPicture(frame.outline, t * frame.outline.halfLengthPx, across * frame.outline.halfBreadthPx)
  return { x: at.x, y: at.y, z }
}

/**
 * Blood near the shell as absorption depth per pixel: sharp on the near side, blurred and fainter on the far one.
 * @returns depth (1 = whole blood across a large vessel) and the share of the ring on the near side
 */
export function paintBlood(
  frame: PaintFrame,
  vessels: VesselSegment[],
  ring: RingShape | null,
): { depth: Float32Array; ringShare: number } {
  const { widthPx, heightPx, outline } = frame
  const near = new Float32Array(widthPx * heightPx)
  // The far side is seen through the contents: so soft that a quarter of the pixels is enough.
  const farFrame: PaintFrame = {
    ...frame,
    outline: scaled(outline, 1 / FAR),
    widthPx: Math.ceil(widthPx / FAR),
    heightPx: Math.ceil(heightPx / FAR),
  }
  const far = new Float32Array(farFrame.widthPx * farFrame.heightPx)
  for (const segment of vessels) {
    const a = project(frame, segment.from)
    const b = project(frame, segment.to)
    const radius = Math.max(0.8, segment.radius * outline.halfBreadthPx)
    if (a.z > 0 && b.z > 0) stroke(near, frame, a, b, radius, segment.depth)
    else
      stroke(
        far,
        farFrame,
        project(farFrame, segment.from),
        project(farFrame, segment.to),
        radius / FAR,
        segment.depth,
      )
  }
  const ringShare = ring ? paintRing(near, frame, ring) : 0
  if (vessels.length > 0) {
    const soft = blur({ ...farFrame, values: far }, 0.05 * farFrame.outline.halfBreadthPx)
    for (let y = 0; y < heightPx; y++) {
      for (let x = 0; x < widthPx; x++)
        near[y * widthPx + x]! += 0.4 * sampleBilinear(soft, (x + 0.5) / FAR, (y + 0.5) / FAR)
    }
  }
  return { depth: near, ringShare }
}

/** The visible part of the ring's line in the picture. */
export function ringPath(frame: PaintFrame, ring: RingShape): Projected[] {
  const { normal: n, halfAngleRad } = ring
  const flat = Math.hypot(n.x, n.y)
  const a = flat > 1e-6 ? { x: -n.y / flat, y: n.x / flat, z: 0 } : { x: 1, y: 0, z: 0 }
  const b = { x: n.y * a.z - n.z * a.y, y: n.z * a.x - n.x * a.z, z: n.x * a.y - n.y * a.x }
  return Array.from({ length: RING_STEPS + 1 }, (_, i) => {
    const phi = ring.startRad + (ring.arcRad * i) / RING_STEPS
    const angle = halfAngleRad * (1 + 0.05 * ring.wobble.at(2 * Math.cos(phi), 2 * Math.sin(phi)))
    const c = Math.cos(angle)
    const s = Math.sin(angle)
    return project(
      frame,
      unit({
        x: n.x * c + (a.x * Math.cos(phi) + b.x * Math.sin(phi)) * s * ring.stretch,
        y: n.y * c + (a.y * Math.cos(phi) + b.y * Math.sin(phi)) * s,
        z: n.z * c + (a.z * Math.cos(phi) + b.z * Math.sin(phi)) * s,
      }),
    )
  })
}

function paintRing(target: Float32Array, frame: PaintFrame, ring: RingShape): number {
  let seen = 0
  let before: Projected | null = null
  for (const here of ringPath(frame, ring)) {
    if (before && here.z > 0 && before.z > 0) {
      stroke(target, frame, before, here, ring.radius * frame.outline.halfBreadthPx, ring.depth)
      seen++
    }
    before = here
  }
  const dot = project(frame, ring.normal)
  if (dot.z > 0) stroke(target, frame, dot, dot, 0.022 * frame.outline.halfBreadthPx, 0.7)
  return (seen / RING_STEPS) * (ring.arcRad / (2 * Math.PI))
}

/** A round-ended line whose depth is that of a tube: deepest in the middle. Deeper paint wins. */
function stroke(
  target: Float32Array,
  frame: PaintFrame,
  a: Projected,
  b: Projected,
  radius: number,
  depth: number,
): void {
  const { widthPx, heightPx } = frame
  const minX = Math.max(0, Math.floor(Math.min(a.x, b.x) - radius - 1))
  const maxX = Math.min(widthPx - 1, Math.ceil(Math.max(a.x, b.x) + radius + 1))
  const minY = Math.max(0, Math.floor(Math.min(a.y, b.y) - radius - 1))
  const maxY = Math.min(heightPx - 1, Math.ceil(Math.max(a.y, b.y) + radius + 1))
  const dx = b.x - a.x
  const dy = b.y - a.y
  const square = Math.max(1e-9, dx * dx + dy * dy)
  for (let y = minY; y <= maxY; y++) {
    for (let x = minX; x <= maxX; x++) {
      const t = Math.max(0, Math.min(1, ((x + 0.5 - a.x) * dx + (y + 0.5 - a.y) * dy) / square))
      const d = Math.hypot(x + 0.5 - a.x - t * dx, y + 0.5 - a.y - t * dy) / radius
      if (d >= 1) continue
      const here = depth * Math.sqrt(1 - d * d)
      const at = y * widthPx + x
      if (here > target[at]!) target[at] = here
    }
  }
}

/**
 * A finger that holds the egg: comes in from outside and hides a part of the edge.
 * @returns hidden share per pixel, 0…1
 */
export function paintFinger(frame: PaintFrame, random: Random, target: Float32Array): void {
  const { widthPx, heightPx, outline } = frame
  const turn = random.between(0, 2 * Math.PI)
  const along = Math.cos(turn) * outline.halfLengthPx
  const across = Math.sin(turn) * outline.halfBreadthPx
  const tip = toPicture(outline, along * random.between(0.72, 0.95), across * random.between(0.72, 0.95))
  const root = toPicture(outline, along * 3 + random.normal(0, 0.4) * outline.halfBreadthPx, across * 3)
  const radius = random.between(0.14, 0.24) * outline.halfBreadthPx
  const [dx, dy] = [root.x - tip.x, root.y - tip.y]
  const square = dx * dx + dy * dy
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      const t = Math.max(0, Math.min(1, ((x + 0.5 - tip.x) * dx + (y + 0.5 - tip.y) * dy) / square))
      const inside = radius - Math.hypot(x + 0.5 - tip.x - t * dx, y + 0.5 - tip.y - t * dy)
      const share = Math.max(0, Math.min(1, inside / 2 + 0.5))
      if (share > target[y * widthPx + x]!) target[y * widthPx + x] = share
    }
  }
}

/**
 * A crack: a crooked hairline on the near side through which light comes unspread.
 * @returns gain of red light per pixel, log units
 */
export function paintCrack(frame: PaintFrame, random: Random): Float32Array {
  const target = new Float32Array(frame.widthPx * frame.heightPx)
  let heading = random.between(0, 2 * Math.PI)
  let here = { along: random.between(-0.3, 0.1), across: random.between(-0.3, 0.3) }
  const at = (place: { along: number; across: number }): Projected => ({
    ...toPicture(
      frame.outline,
      place.along * frame.outline.halfLengthPx,
      place.across * frame.outline.halfBreadthPx,
    ),
    z: 1,
  })
  for (let i = 0; i < 22; i++) {
    heading += random.normal(0, 0.45)
    const next = {
      along: here.along + 0.04 * Math.cos(heading),
      across: here.across + 0.05 * Math.sin(heading),
    }
    if (Math.hypot(next.along, next.across) > 0.8) break
    stroke(target, frame, at(here), at(next), Math.max(1, 0.008 * frame.outline.halfBreadthPx), 0.8)
    here = next
  }
  return target
}
