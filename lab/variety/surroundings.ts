import { blur, createPlane, type Plane } from '../../src/core/image/plane.ts'
import type { Random } from '../../src/core/random/random.ts'
import { clouds, smoothStep } from './noise.ts'
import { halfBreadth, toPicture, type Chart, type Shape } from './shape.ts'
import type { Rgb } from './shell.ts'
import { drawStroke, type Dab } from './strokes.ts'

export type Light = readonly [Plane, Plane, Plane]

export type Lamp = 'blunt' | 'small' | 'side'
export const HOLDERS = ['nothing', 'cup', 'tube', 'box', 'bare-lamp'] as const
export type Holder = (typeof HOLDERS)[number]

/** What is around the egg, as drawn over the egg's own light. */
export interface Surroundings {
  /** 1 where something stands before the egg. */
  cover: Plane
  conditions: string[]
}

interface Scene {
  shape: Shape
  chart: Chart
  lamp: Lamp
  holder: Holder
  /** Fingers before the egg; none where it is not held. */
  fingers: number
  /** Light of the room, linear, against an egg of about 1. */
  room: number
}

export function emptyLight({ widthPx, heightPx }: Pick<Plane, 'widthPx' | 'heightPx'>): Light {
  return [createPlane(widthPx, heightPx), createPlane(widthPx, heightPx), createPlane(widthPx, heightPx)]
}

/** A dark room with things in it, behind the egg. */
export function paintRoom(light: Light, { chart, room }: Scene, random: Random): void {
  const { widthPx, heightPx } = chart
  const tint: Rgb = [1, random.between(0.7, 1.1), random.between(0.5, 1.3)]
  const uneven = clouds(chart, random, { cellPx: widthPx / 2, octaves: 2 })
  const things = random.uniform() < 0.55 ? Math.round(random.between(2, 12)) : 0
  const extra = new Float32Array(widthPx * heightPx)
  for (let k = 0; k < things; k++) {
    const cx = random.between(0, widthPx)
    const cy = random.between(0, heightPx)
    const a = random.between(0.03, 0.4) * widthPx
    const b = random.between(0.03, 0.4) * widthPx
    const turn = random.between(0, 3.1)
    const bright = random.between(-0.9, 2.5)
    const round = random.uniform() < 0.5
    for (let y = 0, at = 0; y < heightPx; y++)
      for (let x = 0; x < widthPx; x++, at++) {
        const dx = ((x - cx) * Math.cos(turn) + (y - cy) * Math.sin(turn)) / a
        const dy = ((y - cy) * Math.cos(turn) - (x - cx) * Math.sin(turn)) / b
        const far = round ? Math.hypot(dx, dy) : Math.max(Math.abs(dx), Math.abs(dy))
        if (far < 1) extra[at] = bright
      }
  }
  for (const [channel, plane] of light.entries())
    for (let at = 0; at < plane.values.length; at++)
      plane.values[at]! += room * tint[channel]! * Math.max(0.05, 1 + 0.4 * uneven.values[at]! + extra[at]!)
}

/** Side of the egg on which the lamp stands, in the egg's own frame: along and across, half-lengths. */
function lampPlace({ shape, lamp }: Scene): { t: number; across: number } {
  if (lamp === 'side') return { t: 0, across: shape.aspect * 1.05 }
  return { t: lamp === 'blunt' ? 1.04 : -1.04, across: 0 }
}

/** Lamps that show, holes that leak, and the glow about them. */
export function paintLeaks(light: Light, scene: Scene, random: Random): void {
  if (scene.holder !== 'bare-lamp' && scene.holder !== 'box') return
  const { shape, chart } = scene
  const place = lampPlace(scene)
  const bright = random.between(0.5, 3)
  const radius = scene.holder === 'box' ? random.between(0.5, 0.75) : random.between(0.15, 0.45)
  const flare = scene.holder === 'bare-lamp' ? random.between(0.02, 0.25) : random.between(0, 0.06)
  const gap = random.between(0.02, 0.12)
  const c = Math.cos(shape.axisRad)
  const s = Math.sin(shape.axisRad)
  const out = scene.holder === 'box' ? 0 : random.between(0.05, 0.4)
  for (let y = 0, at = 0; y < chart.heightPx; y++)
    for (let x = 0; x < chart.widthPx; x++, at++) {
      const dx = (x + 0.5 - shape.centre[0]) / shape.halfLengthPx
      const dy = (y + 0.5 - shape.centre[1]) / shape.halfLengthPx
      const along = dx * c + dy * s - place.t * (1 + out)
      const across = -dx * s + dy * c - place.across * (1 + out)
      const far = Math.hypot(along, across)
      const disc =
        scene.holder === 'box'
          ? Math.abs(far - radius) < gap
            ? 1
            : 0
          : 1 - smoothStep(0.85 * radius, radius, far)
      const lit = bright * ((chart.inside[at] ? 0 : disc) + flare * Math.exp(-2.2 * far))
      light[0].values[at]! += lit
      light[1].values[at]! += 0.85 * lit
      light[2].values[at]! += 0.65 * lit
    }
}

/** Cups, tubes and hands before the egg; what they cover is gone, what they let through glows. */
export function paintCovers(light: Light, scene: Scene, random: Random): Surroundings {
  const { shape, chart, holder } = scene
  const cover = createPlane(chart.widthPx, chart.heightPx)
  const conditions: string[] = []
  const glow = light.map((plane) => blur(plane, 0.11 * shape.halfLengthPx)) as unknown as Light
  if (holder === 'cup' || holder === 'tube') {
    paintHolder(light, glow, cover, scene, random)
    conditions.push('collar')
  }
  if (scene.fingers > 0) {
    paintHand(light, glow, cover, scene, random)
    conditions.push('fingers')
  }
  return { cover, conditions }
}

function paintHolder(light: Light, glow: Light, cover: Plane, scene: Scene, random: Random): void {
  const { shape, chart, holder, lamp } = scene
  const end = lamp === 'small' ? -1 : 1
  const covers = random.between(0.03, 0.34)
  const lip = random.between(-0.08, 0.08)
  const slant = random.normal(0, 0.05)
  const wall = holder === 'tube' ? random.between(0.5, 0.85) : random.between(0.75, 1.1)
  const length = holder === 'tube' ? 9 : random.between(0.2, 0.6)
  const through = random.uniform() < 0.5 ? random.between(0.02, 0.5) : random.between(0, 0.02)
  const tint: Rgb = random.pick([
    [1, 0.9, 0.8],
    [1, 0.4, 0.3],
    [0.5, 0.7, 1],
    [0.6, 0.6, 0.6],
  ])
  const albedo = random.between(0.1, 0.9)
  const c = Math.cos(shape.axisRad)
  const s = Math.sin(shape.axisRad)
  for (let y = 0, at = 0; y < chart.heightPx; y++)
    for (let x = 0; x < chart.widthPx; x++, at++) {
      const dx = (x + 0.5 - shape.centre[0]) / shape.halfLengthPx
      const dy = (y + 0.5 - shape.centre[1]) / shape.halfLengthPx
      const across = -dx * s + dy * c
      const half = wall * shape.aspect * (holder === 'cup' ? 1.05 : 1)
      if (Math.abs(across) > half) continue
      const edge = 1 - covers - lip * Math.sqrt(1 - (across / half) ** 2) + slant * across
      const along = end * (dx * c + dy * s)
      if (along < edge || along > edge + covers + length) continue
      const rim = along < edge + 0.03 ? 1.8 : 1
      const shade = 0.4 + 0.6 * Math.sqrt(1 - (across / half) ** 2)
      cover.values[at] = 1
      for (const [channel, plane] of light.entries())
        plane.values[at] =
          tint[channel]! * (through * rim * glow[channel]!.values[at]! + scene.room * albedo * shade)
    }
}

/** Skin of all tones: from the share of red light that it throws back. */
function anySkin(random: Random): Rgb {
  const red = random.between(0.12, 0.7)
  return [red, red * random.between(0.5, 0.75), red * random.between(0.3, 0.6)]
}

/** Whole hands: fingers that come from one side, bend, and end over the egg's rim; thin flesh glows red. */
function paintHand(light: Light, glow: Light, cover: Plane, scene: Scene, random: Random): void {
  const { shape, chart, fingers } = scene
  const skin = anySkin(random)
  const from = random.between(0, 2 * Math.PI)
  const flesh = random.between(0.05, 0.8)
  const turn = (angle: number, far: number): [number, number] => [
    shape.centre[0] + far * shape.halfLengthPx * Math.cos(angle),
    shape.centre[1] + far * shape.halfLengthPx * Math.sin(angle),
  ]
  for (let k = 0; k < fingers; k++) {
    const heights = createPlane(chart.widthPx, chart.heightPx)
    const thumb = k === 0 && fingers > 1
    // The thumb comes from the other side than the fingers do.
    const phi = from + (thumb ? Math.PI : 0) + random.normal(0, thumb ? 0.4 : 0.5)
    const t = Math.cos(phi)
    const overlap = random.between(-0.02, 0.3)
    const across = halfBreadth(shape, 0.98 * t, Math.sin(phi)) * (1 - overlap) * Math.sign(Math.sin(phi))
    const c = Math.cos(shape.axisRad)
    const s = Math.sin(shape.axisRad)
    const along = t * (1 - overlap)
    const tip: [number, number] = [
      shape.centre[0] + shape.halfLengthPx * (along * c - across * s),
      shape.centre[1] + shape.halfLengthPx * (along * s + across * c),
    ]
    const outward = Math.atan2(tip[1] - shape.centre[1], tip[0] - shape.centre[0])
    const root = turn(outward + random.between(-0.7, 0.7), 3.2)
    const knuckle = turn(outward + random.normal(0, 0.25), random.between(1.5, 1.9))
    const width = shape.halfLengthPx * random.between(0.17, 0.29)
    const dabs: Dab[] = Array.from({ length: 25 }, (_, i) => {
      const u = i / 24
      const mix = (axis: 0 | 1): number =>
        (1 - u) ** 2 * tip[axis] + 2 * u * (1 - u) * knuckle[axis] + u * u * root[axis]
      return {
        x: mix(0),
        y: mix(1),
        widthPx: width * (0.82 + 0.18 * Math.min(1, 5 * u) + 0.35 * u * u),
        strength: 1,
      }
    })
    drawStroke(heights, dabs)
    const creases = clouds(chart, random, { cellPx: 0.12 * width, octaves: 2 })
    for (let at = 0; at < cover.values.length; at++) {
      const height = heights.values[at]!
      if (height < 0.3) continue
      const alpha = smoothStep(0.32, 0.5, height)
      const shade = (0.35 + 0.65 * height) * (1 + 0.07 * creases.values[at]!)
      cover.values[at] = Math.max(cover.values[at]!, alpha)
      for (const [channel, plane] of light.entries()) {
        const glows = flesh * [1, 0.22, 0.12][channel]! * glow[channel]!.values[at]! * Math.exp(-3.2 * height)
        plane.values[at] =
          (1 - alpha) * plane.values[at]! + alpha * (scene.room * 1.6 * skin[channel]! * shade + glows)
      }
    }
  }
}

/** Share of the air cell's edge before which nothing stands. */
export function shareUncovered(shape: Shape, cover: Plane, edge: (v: number) => number): number {
  let seen = 0
  for (let k = 0; k < 40; k++) {
    const v = (2 * (k + 0.5)) / 40 - 1
    const [x, y] = toPicture(shape, edge(v), v)
    const [column, row] = [Math.floor(x), Math.floor(y)]
    if (column < 0 || row < 0 || column >= cover.widthPx || row >= cover.heightPx) continue
    if (cover.values[row * cover.widthPx + column]! < 0.5) seen++
  }
  return seen / 40
}
