import { createPlane, type Plane } from '../../src/core/image/plane.ts'
import type { Random } from '../../src/core/random/random.ts'
import type { Grade } from '../../src/core/grade-names.ts'
import { clouds, smoothStep } from './noise.ts'
import { toPicture, type Chart, type Shape } from './shape.ts'
import { drawStroke, type Dab } from './strokes.ts'

/** What is in an egg, as optical depth in red light at each pixel; blood takes more of the other colours. */
export interface Contents {
  /** The embryo's body. */
  mass: Plane
  /** Vessels and rings. */
  lines: Plane
  /** Blood and decay that clouds the rest. */
  murk: Plane
  /** The yolk's shade: yellow, takes little red. */
  yolk: Plane
  /** Points of the ring, px; none without one. */
  ring: Array<readonly [number, number]>
}

export interface Egg {
  shape: Shape
  chart: Chart
  /** In the contents: 1 beyond the air cell. */
  beyondCell: Uint8Array
  /** Fraction of incubation. */
  stage: number
  grade: Grade
}

export function paintContents(egg: Egg, random: Random): Contents {
  const { chart } = egg
  const contents: Contents = {
    mass: createPlane(chart.widthPx, chart.heightPx),
    lines: createPlane(chart.widthPx, chart.heightPx),
    murk: createPlane(chart.widthPx, chart.heightPx),
    yolk: createPlane(chart.widthPx, chart.heightPx),
    ring: [],
  }
  const painter = {
    developing: paintLiving,
    clear: paintClear,
    'blood-ring': paintRing,
    quitter: paintQuitter,
  }
  painter[egg.grade](egg, random.fork(egg.grade), contents)
  return contents
}

type Painter = (egg: Egg, random: Random, contents: Contents) => void

const paintLiving: Painter = (egg, random, contents) => {
  const { stage } = egg
  const share = logistic(logit(bodyShare(stage)) + random.normal(0, 0.32))
  const eye = {
    t: random.between(-0.15, 0.45) * (1 - 0.6 * stage),
    v: random.normal(0, 0.3) * (1 - 0.5 * stage),
  }
  paintMass(egg, random, contents.mass, {
    share,
    depth: random.between(1.1, 3.4) * smoothStep(0.12, 0.34, stage) + 0.75,
    soft: random.between(0.01, 0.05),
    lump: random.between(0.15, 0.6),
    at: eye,
  })
  paintYolk(egg, random, contents.yolk, random.between(0, 0.2))
  paintNet(egg, random, contents.lines, { eye, strength: random.between(0.22, 0.75), whole: 1 })
  if (random.uniform() < 0.3) paintMurk(egg, random, contents.murk, random.between(0, 0.1))
}

const paintClear: Painter = (egg, random, contents) => {
  paintYolk(egg, random, contents.yolk, random.between(0.02, 0.42))
  if (random.uniform() < 0.12) {
    const [x, y] = toPicture(egg.shape, random.between(-0.5, 0.5), random.between(-0.5, 0.5))
    const size = egg.shape.halfLengthPx * random.between(0.012, 0.035)
    drawStroke(
      contents.lines,
      [0, 1].map((k) => ({ x: x + 0.8 * k * size, y: y + 0.6 * k * size, widthPx: size, strength: 0.5 })),
    )
  }
  if (random.uniform() < 0.25) paintMurk(egg, random, contents.murk, random.between(0, 0.06))
}

const paintRing: Painter = (egg, random, contents) => {
  paintYolk(egg, random, contents.yolk, random.between(0, 0.3))
  paintMurk(egg, random, contents.murk, random.uniform() < 0.5 ? random.between(0, 0.2) : 0.02)
  paintCurve(egg, random, contents)
  if (random.uniform() < 0.4)
    paintMass(egg, random, contents.mass, {
      share: random.between(0.003, 0.02),
      depth: random.between(0.3, 1.4),
      soft: random.between(0.02, 0.07),
      lump: 0.4,
      at: { t: random.between(-0.3, 0.4), v: random.between(-0.4, 0.4) },
    })
}

const paintQuitter: Painter = (egg, random, contents) => {
  const died = random.between(0.3, Math.max(0.31, egg.stage - 0.04))
  const most = 0.68 * bodyShare(egg.stage)
  paintMass(egg, random, contents.mass, {
    share: Math.max(0.02, Math.min(most, bodyShare(died) * random.between(0.45, 1.05))),
    depth: random.between(0.9, 3),
    soft: random.between(0.04, 0.14),
    lump: random.between(0.2, 0.9),
    at: { t: random.between(-0.5, 0.3), v: random.between(-0.5, 0.5) },
  })
  paintYolk(egg, random, contents.yolk, random.between(0, 0.25))
  paintMurk(egg, random, contents.murk, random.between(0.05, 0.5))
  if (random.uniform() < 0.5)
    paintNet(egg, random, contents.lines, {
      eye: { t: random.between(-0.3, 0.3), v: random.between(-0.4, 0.4) },
      strength: random.between(0.08, 0.3),
      whole: random.between(0.1, 0.4),
    })
}

/** Share of the contents that a living body darkens; a curve of its own through the field's usual figures. */
function bodyShare(stage: number): number {
  const steps: ReadonlyArray<readonly [number, number]> = [
    [0.15, 0.008],
    [0.25, 0.035],
    [0.35, 0.1],
    [0.5, 0.4],
    [0.66, 0.74],
    [0.8, 0.93],
    [0.95, 0.985],
  ]
  const next = steps.findIndex(([at]) => at > stage)
  if (next <= 0) return steps[next === 0 ? 0 : steps.length - 1]![1]
  const [from, to] = [steps[next - 1]!, steps[next]!]
  return logistic(logit(from[1]) + ((stage - from[0]) / (to[0] - from[0])) * (logit(to[1]) - logit(from[1])))
}

function logit(p: number): number {
  return Math.log(p / (1 - p))
}
function logistic(x: number): number {
  return 1 / (1 + Math.exp(-x))
}

interface Mass {
  /** Of the contents. */
  share: number
  /** Optical depth in its middle. */
  depth: number
  /** Width of its edge, ÷ length. */
  soft: number
  lump: number
  at: { t: number; v: number }
}

/** A lumpy body of a given size: where a field of distance and clouds lies over its own quantile. */
function paintMass(egg: Egg, random: Random, plane: Plane, { share, depth, soft, lump, at }: Mass): void {
  const { chart, beyondCell, shape } = egg
  const lumps = clouds(chart, random, { cellPx: shape.halfLengthPx * random.between(0.25, 0.7), octaves: 4 })
  const stretch = random.between(0.7, 1.4)
  const radius = Math.sqrt(share) * 1.1
  const field = new Float32Array(plane.values.length)
  const inside: number[] = []
  for (let i = 0; i < field.length; i++) {
    if (!beyondCell[i]) continue
    const far = Math.hypot((chart.t[i]! - at.t) * stretch, (chart.v[i]! - at.v) * 0.76)
    field[i] = -far + lump * 0.35 * radius * lumps.values[i]!
    inside.push(field[i]!)
  }
  if (inside.length === 0) return
  const sorted = Float32Array.from(inside).sort()
  const from = sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * (1 - share)))]!
  for (let i = 0; i < field.length; i++)
    if (beyondCell[i]) plane.values[i] = depth * smoothStep(from - soft, from + 3 * soft, field[i]!)
}

/** A round shade, brighter at its rim or in its middle. */
function paintYolk(egg: Egg, random: Random, plane: Plane, depth: number): void {
  const { chart, beyondCell } = egg
  const at = { t: random.between(-0.25, 0.35), v: random.between(-0.35, 0.35) }
  const size = random.between(0.38, 0.62)
  const soft = random.between(0.04, 0.3)
  for (let i = 0; i < plane.values.length; i++) {
    if (!beyondCell[i]) continue
    const far = Math.hypot(chart.t[i]! - at.t, (chart.v[i]! - at.v) * 0.74)
    plane.values[i] = depth * (1 - smoothStep(size - soft, size + soft, far))
  }
}

function paintMurk(egg: Egg, random: Random, plane: Plane, depth: number): void {
  const { chart, beyondCell, shape } = egg
  const cloud = clouds(chart, random, {
    cellPx: shape.halfLengthPx * random.between(0.3, 1.2),
    octaves: 5,
    roughness: random.between(0.35, 0.7),
  })
  for (let i = 0; i < plane.values.length; i++)
    if (beyondCell[i]) plane.values[i] = depth * Math.max(0, 1 + 0.7 * cloud.values[i]!)
}

/** Places on the egg's ball: latitude along the axis and longitude across, so that lines crowd toward the rim. */
function onBall(shape: Shape, latitude: number, longitude: number): [number, number] | null {
  if (Math.abs(longitude) > 1.5 || Math.abs(latitude) > 1.45) return null
  return toPicture(shape, Math.sin(latitude), Math.sin(longitude))
}

interface Net {
  eye: { t: number; v: number }
  strength: number
  /** Share of its branches that are there, and of each that is not broken off. */
  whole: number
}

/** Branches that wander, fork and thin out from the embryo. */
function paintNet(egg: Egg, random: Random, plane: Plane, { eye, strength, whole }: Net): void {
  const { shape, stage } = egg
  const reach = 0.35 + 2.4 * smoothStep(0.15, 0.5, stage)
  const trunks = Math.max(1, Math.round(random.between(4, 9) * whole))
  const thick = shape.halfLengthPx * random.between(0.008, 0.017)
  const walk = (from: {
    latitude: number
    longitude: number
    heading: number
    width: number
    left: number
  }): void => {
    let { latitude, longitude, heading, left } = from
    const dabs: Dab[] = []
    let turning = random.normal(0, 0.4)
    while (left > 0) {
      const place = onBall(shape, latitude, longitude)
      if (!place) break
      const fade = Math.min(1, 0.35 + left / (0.5 * reach))
      const broken = random.uniform() > 0.55 + 0.45 * whole ? 0.2 : 1
      dabs.push({
        x: place[0],
        y: place[1],
        widthPx: from.width * (0.45 + 0.55 * fade),
        strength: strength * broken * (0.4 + 0.6 * fade),
      })
      turning = 0.7 * turning + random.normal(0, 0.22)
      heading += 0.35 * turning
      latitude += 0.05 * Math.cos(heading)
      longitude += 0.05 * Math.sin(heading)
      left -= 0.05
      if (left > 0.15 && from.width > 0.45 && random.uniform() < 0.1)
        walk({
          latitude,
          longitude,
          heading: heading + random.pick([-1, 1]) * random.between(0.4, 0.9),
          width: from.width * random.between(0.55, 0.8),
          left: left * random.between(0.5, 0.95),
        })
    }
    drawStroke(plane, dabs)
  }
  const first = random.between(0, 2 * Math.PI)
  for (let k = 0; k < trunks; k++)
    walk({
      latitude: Math.asin(eye.t),
      longitude: Math.asin(eye.v),
      heading: first + (2 * Math.PI * (k + random.between(-0.3, 0.3))) / trunks,
      width: thick * random.between(0.7, 1.2),
      left: reach * random.between(0.5, 1) * (0.4 + 0.6 * whole),
    })
  for (let i = 0; i < plane.values.length; i++) if (!egg.beyondCell[i]) plane.values[i] = 0
}

/** A ring, or what is left of one: lumpy, broken, with clots; a circle on the ball seen from any side. */
function paintCurve(egg: Egg, random: Random, { lines, ring }: Contents): void {
  const { shape } = egg
  const centre = { latitude: random.between(-0.5, 0.7), longitude: random.between(-1.1, 1.1) }
  const size = random.between(0.22, 0.75)
  const lumps = [1, 2, 3, 5].map((k) => ({
    k,
    by: random.normal(0, 0.05) / Math.sqrt(k),
    phase: random.between(0, 6.3),
  }))
  const thick = shape.halfLengthPx * random.between(0.008, 0.028)
  const strength = random.between(0.18, 1)
  const arc = random.uniform() < 0.55 ? 1 : random.between(0.4, 0.95)
  const gaps = random.uniform() < 0.45 ? random.between(0.1, 0.45) : 0
  const begin = random.between(0, 2 * Math.PI)
  let dabs: Dab[] = []
  let inGap = 0
  const steps = 140
  for (let k = 0; k <= steps * arc; k++) {
    const phi = begin + (2 * Math.PI * k) / steps
    const swell = lumps.reduce((sum, lump) => sum + lump.by * Math.sin(lump.k * phi + lump.phase), 1)
    const place = onBall(
      shape,
      centre.latitude + size * swell * Math.cos(phi),
      centre.longitude + (size * swell * Math.sin(phi)) / Math.max(0.4, Math.cos(centre.latitude)),
    )
    if (inGap > 0) inGap--
    else if (random.uniform() < gaps / 10) inGap = Math.ceil(random.between(3, 11))
    if (!place || inGap > 0) {
      drawStroke(lines, dabs)
      dabs = []
      continue
    }
    ring.push(place)
    const clot = random.uniform() < 0.05 ? random.between(1.4, 2.6) : 1
    const uneven = 0.75 + 0.25 * Math.sin(3 * phi + lumps[0]!.phase) + random.normal(0, 0.08)
    dabs.push({
      x: place[0],
      y: place[1],
      widthPx: thick * clot * (0.7 + 0.3 * uneven),
      strength: strength * uneven,
    })
  }
  drawStroke(lines, dabs)
  for (let i = 0; i < lines.values.length; i++) if (!egg.beyondCell[i]) lines.values[i] = 0
}
