import { capVolumeFraction } from '../../src/core/geometry/cap-volume.ts'
import { blur, createPlane, type Plane } from '../../src/core/image/plane.ts'
import { createRandom, type Random } from '../../src/core/random/random.ts'
import { GRADES, type Grade } from '../../src/core/grade-names.ts'
import { usualTimetable } from '../../src/core/planning/incubation/timetable.ts'
import { SHELLS, SPECIES_NAMES, type Shell, type SpeciesName } from '../../src/core/species/species.ts'
import type { Truth } from '../accuracy/line.ts'
import { paintContents, type Contents, type Egg } from './contents.ts'
import { clouds, smoothStep } from './noise.ts'
import { anyPhone, develop, noiseAt, onSensor, type Phone } from './phone.ts'
import { anyShape, chartOf, polygonOf, toPicture, type Chart, type Shape } from './shape.ts'
import { paintShell, type Rgb } from './shell.ts'
import {
  emptyLight,
  HOLDERS,
  paintCovers,
  paintLeaks,
  paintRoom,
  shareUncovered,
  type Lamp,
  type Light,
} from './surroundings.ts'

/**
 * Photographs whose aim is variety, not likeness: optics, textures, cameras and hands drawn at random and unlike those
 * of the other two painters, so that what holds on them too does not hang on how any one of them paints.
 */
export async function anyPicture(
  set: string,
  index: number,
  asked: Partial<AskedEgg> = {},
): Promise<{ photo: Buffer; truth: Truth }> {
  const random = createRandom(`${set}/${index}`)
  const drawn = anyEgg(random)
  const { species, shell, grade, stage } = { ...drawn, ...asked }
  const size = sizeOf(random)
  const shape = { ...anyShape(random, size.widthPx, size.heightPx), ...asked.form }
  const chart = chartOf(shape, size)
  const cell = anyCell(random, stage)
  const egg: Egg = { shape, chart, stage, grade, beyondCell: beyond(chart, cell) }
  const lamp: Lamp = random.uniform() < 0.55 ? 'blunt' : random.uniform() < 0.55 ? 'small' : 'side'
  const scene = {
    shape,
    chart,
    lamp,
    holder: lamp === 'side' ? random.pick(['nothing', 'bare-lamp'] as const) : random.pick(HOLDERS),
    fingers: random.uniform() < 0.5 ? Math.ceil(random.between(0, 4)) : 0,
    room: random.uniform() < 0.4 ? random.between(0, 0.001) : Math.exp(random.between(-7, -2.5)),
  }
  const lit = lightOf(egg, cell, lamp, random.fork('light'))
  const coat = paintShell({ shape, chart, shell }, random.fork('shell'))
  const body = paintContents(egg, random.fork('contents'))
  const scatter = anyScatter(random, shape)
  const around = createRandom(`${set}/${index}/around`)
  const seen = compose({ egg, lit, coat, scatter, scene }, body, around)
  const contentsAt = contentsPixels(egg, seen.cover)
  const through = median(contentsAt.map((at) => seen.empty.values[at]!))
  const phone = anyPhone(random, through)
  const sensor = onSensor(seen.light, phone)
  const photo = await develop(sensor, phone, random.fork('noise'))

  const bare = withoutSigns(egg, body, random.fork('contents'))
  const without = compose({ egg, lit, coat, scatter, scene }, bare, createRandom(`${set}/${index}/around`))
  const readable = isReadable(sensor[0], onSensor(without.light, phone)[0], contentsAt, phone)
  const massThrough = spread(body.mass, scatter)
  const half = contentsAt.filter((at) => massThrough.values[at]! < 0.5).length
  const vessels = spread(body.lines, { ...scatter, haze: 0 })
  const visible = Math.max(1, contentsAt.length)
  return {
    photo,
    truth: {
      file: `${set}-${index}.jpg`,
      species,
      day: Number((stage * usualTimetable(species).incubationDays).toFixed(2)),
      shell,
      f: stage,
      grade,
      readable: readable && contentsAt.length > 0.35 * sum(egg.beyondCell),
      lamp,
      conditions: [...seen.conditions, scene.holder, ...conditionsOf(phone, scene.room, shape, size)],
      outline: polygonOf(shape),
      bluntPole: toPicture(shape, 0.99999, 0),
      smallPole: toPicture(shape, -0.99999, 0),
      airCell: {
        depth: cell.depth,
        volume: capVolumeFraction(
          {
            centre: { x: shape.centre[0], y: shape.centre[1] },
            axisRad: shape.axisRad,
            halfLengthPx: shape.halfLengthPx,
            halfBreadthPx: shape.halfLengthPx * shape.aspect,
            taper: shape.taper,
            bulge: shape.bulge,
          },
          { depthFraction: cell.depth, tiltRad: Math.atan(cell.slope) },
        ),
        visible:
          shareUncovered(shape, seen.cover, (v) => edgeAt(cell, v)) >= 0.6 && cell.line + cell.step > 0.1,
      },
      shadow: { area: half / visible },
      vessels: { coverage: contentsAt.filter((at) => vessels.values[at]! < 0.9).length / visible },
      ring: {
        present: grade === 'blood-ring',
        visibleFraction: Math.min(
          1,
          body.ring.filter(([x, y]) => inPicture(seen.cover, x, y) < 0.5).length / 140,
        ),
      },
    },
  }
}

/** One egg that several pictures are to show; what is not said is drawn for each. */
export interface AskedEgg {
  species: SpeciesName
  shell: Shell
  grade: Grade
  stage: number
  form: Pick<Shape, 'aspect' | 'taper' | 'bulge' | 'power'>
}

function anyEgg(random: Random): Omit<AskedEgg, 'form'> {
  const species = random.uniform() < 0.4 ? 'chicken' : random.pick(SPECIES_NAMES)
  const shell = random.pick(SHELLS)
  const grade = GRADES[Math.floor(4 * random.uniform())]!
  const youngest = { developing: 0.18, clear: 0.15, 'blood-ring': 0.25, quitter: 0.4 }[grade]
  return { species, shell, grade, stage: random.between(youngest, 0.9) }
}

function sizeOf(random: Random): { widthPx: number; heightPx: number } {
  const long = Math.round(random.between(420, 820))
  const short = Math.round(long * random.pick([0.5625, 0.75, 0.75, 1]))
  return random.uniform() < 0.6 ? { widthPx: short, heightPx: long } : { widthPx: long, heightPx: short }
}

interface Cell {
  depth: number
  slope: number
  bow: number
  /** Light lost in the membrane's edge, and from the cell to the contents, log units. */
  line: number
  step: number
  softness: number
}

function anyCell(random: Random, stage: number): Cell {
  return {
    depth: Math.min(0.36, Math.max(0.06, 0.1 + 0.14 * stage + random.normal(0, 0.03))),
    slope: random.normal(0, 0.07),
    bow: random.normal(0, 0.025),
    line: random.uniform() < 0.12 ? 0.04 : random.between(0.08, 0.5),
    step: random.between(0.05, 0.6),
    softness: random.between(0.004, 0.02),
  }
}

/** The cell's edge along the axis at v; t is 1 at the blunt pole. */
function edgeAt(cell: Cell, v: number): number {
  // The slope is against the axis per half-breadth, which is about three quarters of a half-length.
  return 1 - 2 * (cell.depth + 0.38 * cell.slope * v + cell.bow * Math.sqrt(Math.max(0, 1 - v * v)))
}

function beyond(chart: Chart, cell: Cell): Uint8Array {
  return chart.inside.map((inside, at) => (inside && chart.t[at]! < edgeAt(cell, chart.v[at]!) ? 1 : 0))
}

/** Light inside an egg without embryo, log units, at each pixel: falls off from the lamp, and toward the rim. */
function lightOf({ chart, shape }: Egg, cell: Cell, lamp: Lamp, random: Random): Float32Array {
  const fall = random.between(0.5, 1.5)
  const even = random.between(0, 0.35)
  const limb = random.between(0.03, 0.28)
  const limbPower = random.between(1, 4)
  const uneven = clouds(chart, random, { cellPx: shape.halfLengthPx, octaves: 2 })
  const rough = random.between(0, 0.06)
  const place = {
    t: lamp === 'side' ? random.between(-0.3, 0.3) : lamp === 'blunt' ? 1 : -1,
    v: lamp === 'side' ? 1 : 0,
  }
  const out = new Float32Array(chart.t.length)
  for (let at = 0; at < out.length; at++) {
    if (!chart.inside[at]) continue
    const t = chart.t[at]!
    const v = chart.v[at]!
    const far = Math.sqrt((t - place.t) ** 2 + (0.74 * (v - place.v)) ** 2 + 0.12)
    const edge = Math.max(0, 1 - v * v * (1 - t * t) - t * t)
    const past = edgeAt(cell, v) - t
    out[at] =
      Math.log(even + (1 - even) * Math.exp(-fall * far)) +
      limb * Math.log(0.04 + edge ** (1 / limbPower)) +
      rough * uneven.values[at]! -
      cell.step * smoothStep(-cell.softness, cell.softness, past) -
      cell.line * Math.exp(-((past / (1.4 * cell.softness)) ** 2))
  }
  return out
}

/** Contents that scatter blur what lies in them, and lay a haze over it. */
interface Scatter {
  nearPx: number
  farPx: number
  haze: number
}

function anyScatter(random: Random, shape: Shape): Scatter {
  return {
    nearPx: shape.halfLengthPx * random.between(0.002, 0.02),
    farPx: shape.halfLengthPx * random.between(0.08, 0.25),
    haze: random.between(0, 0.35),
  }
}

/** Share of light that comes through a depth, scattered. */
function spread(depth: Plane, { nearPx, farPx, haze }: Scatter): Plane {
  const through = { ...depth, values: depth.values.map((value) => Math.exp(-value)) }
  const near = blur(through, Math.max(0.4, nearPx))
  if (haze === 0) return near
  const far = blur(through, farPx)
  return { ...near, values: near.values.map((value, at) => (1 - haze) * value + haze * far.values[at]!) }
}

/** How much more than of red each colour of light is taken by blood, by yolk and by the egg's white. */
const BLOOD: Rgb = [1, 2.6, 3]
const YOLK: Rgb = [1, 2, 5]
const ALBUMEN: Rgb = [0, 0.25, 0.7]

interface Parts {
  egg: Egg
  lit: Float32Array
  coat: { depth: Float32Array; through: Rgb }
  scatter: Scatter
  scene: Parameters<typeof paintCovers>[1]
}

function compose({ egg, lit, coat, scatter, scene }: Parts, body: Contents, random: Random) {
  const { chart } = egg
  const light = emptyLight(chart)
  paintRoom(light, scene, random.fork('room'))
  paintLeaks(light, scene, random.fork('leaks'))
  const empty = createPlane(chart.widthPx, chart.heightPx)
  for (const [channel, plane] of light.entries()) {
    const depth = createPlane(chart.widthPx, chart.heightPx)
    for (let at = 0; at < depth.values.length; at++)
      depth.values[at] =
        BLOOD[channel]! * (body.lines.values[at]! + body.murk.values[at]!) +
        (1 + 0.5 * channel) * body.mass.values[at]! +
        YOLK[channel]! * body.yolk.values[at]!
    const through = spread(depth, scatter)
    for (let at = 0; at < depth.values.length; at++) {
      if (!chart.inside[at]) continue
      const bare = coat.through[channel]! * Math.exp(lit[at]! - coat.depth[at]! * (1 + 0.2 * channel))
      plane.values[at]! =
        0.5 * plane.values[at]! * (channel === 0 ? 0.1 : 0.1) +
        bare * through.values[at]! * (egg.beyondCell[at] ? Math.exp(-ALBUMEN[channel]!) : 1)
      if (channel === 0) empty.values[at] = bare
    }
  }
  const { cover, conditions } = paintCovers(light, scene, random.fork('covers'))
  return { light: light as Light, empty, cover, conditions }
}

/** Pixels of the contents that show and before which nothing stands. */
function contentsPixels(egg: Egg, cover: Plane): number[] {
  const pixels: number[] = []
  for (let at = 0; at < egg.beyondCell.length; at++)
    if (egg.beyondCell[at] && cover.values[at]! < 0.5) pixels.push(at)
  return pixels
}

/** The same contents without the sign that decides; of a clear egg, with what a living one would show. */
function withoutSigns(egg: Egg, body: Contents, random: Random): Contents {
  if (egg.grade === 'clear') {
    const { mass, lines } = paintContents({ ...egg, grade: 'developing' }, random)
    return { ...body, mass, lines }
  }
  const none = createPlane(egg.chart.widthPx, egg.chart.heightPx)
  return { ...body, mass: none, lines: none, murk: egg.grade === 'quitter' ? none : body.murk }
}

/** Side of the fields over which an eye adds up light, px; how far a sign must stand out of noise, of mottling, and of the light. */
const FIELD_PX = 6
const STANDS_OUT = { ofNoise: 4, ofMottling: 1.5, ofLight: 0.04 } as const
/** Share of the fields in which the deciding sign must stand out. */
const ENOUGH = 0.008

/** Does the sign that decides stand out of noise and mottling at all, on the sensor? */
function isReadable(seen: Plane, without: Plane, contents: readonly number[], phone: Phone): boolean {
  const columns = Math.ceil(seen.widthPx / FIELD_PX)
  const fields = new Map<number, { a: number; b: number; n: number }>()
  for (const at of contents) {
    const key =
      Math.floor(Math.floor(at / seen.widthPx) / FIELD_PX) * columns +
      Math.floor((at % seen.widthPx) / FIELD_PX)
    const field = fields.get(key) ?? { a: 0, b: 0, n: 0 }
    field.a += Math.min(1, seen.values[at]!)
    field.b += Math.min(1, without.values[at]!)
    field.n++
    fields.set(key, field)
  }
  const steps = [...fields].flatMap(([key, { b, n }]) => {
    const next = fields.get(key + 1)
    return next ? [Math.abs(b / n - next.b / next.n)] : []
  })
  const mottling = STANDS_OUT.ofMottling * median(steps)
  let standing = 0
  for (const { a, b, n } of fields.values()) {
    const sd = (noiseAt(b / n, phone) + 0.002) / Math.sqrt(n)
    const least = Math.max(STANDS_OUT.ofNoise * sd, mottling, (STANDS_OUT.ofLight * b) / n)
    if (Math.abs(a - b) / n > least) standing++
  }
  return standing > ENOUGH * fields.size
}

function conditionsOf(
  phone: Phone,
  room: number,
  shape: Shape,
  size: { widthPx: number; heightPx: number },
): string[] {
  const out = polygonOf(shape, 40).some(([x, y]) => x < 0 || y < 0 || x > size.widthPx || y > size.heightPx)
  const is: Array<[string, boolean]> = [
    ['cut', out],
    ['defocus', phone.defocusPx > 1.9],
    ['motion', phone.shake.lengthPx > 0],
    ['grainy', phone.electrons < 900],
    ['tone-mapped', phone.toneMapping > 0.25],
    ['sharpened', phone.sharpening.amount > 0.7],
    ['lit-background', room > 0.01],
  ]
  return is.filter(([, holds]) => holds).map(([name]) => name)
}

function inPicture({ widthPx, heightPx, values }: Plane, x: number, y: number): number {
  const column = Math.floor(x)
  const row = Math.floor(y)
  return column < 0 || row < 0 || column >= widthPx || row >= heightPx ? 1 : values[row * widthPx + column]!
}

function median(values: number[]): number {
  return values.sort((a, b) => a - b)[values.length >> 1] ?? 0
}

function sum(values: Uint8Array): number {
  return values.reduce((total, value) => total + value, 0)
}
