import sharp from 'sharp'
import { createPlane } from '../../src/core/image/plane.ts'
import { createRandom, type Random } from '../../src/core/random/random.ts'
import { clouds, smoothStep } from '../variety/noise.ts'
import { anyPhone, develop, onSensor } from '../variety/phone.ts'
import type { Light } from '../variety/surroundings.ts'

/** What is bright and round or oval, and no egg before a lamp. */
export const NOT_EGGS = ['drawing', 'ball', 'fruit', 'moon', 'lampshade', 'bulb', 'screen', 'hand'] as const
export type NotEgg = (typeof NOT_EGGS)[number]

const SIDE = 480
type Colour = readonly [number, number, number]

/** Half axes, place and turn of the thing, pixels. */
interface Place {
  x: number
  y: number
  long: number
  short: number
  turn: number
}

/** A picture of one of these, drawn anew for each number. @returns a JPEG file */
export async function notAnEgg(kind: NotEgg, index: number): Promise<Buffer> {
  const random = createRandom(`not an egg/${kind}/${index}`)
  if (kind === 'drawing') return drawing(random)
  const place = anyPlace(random, kind)
  const room = Math.exp(random.between(-7, -3))
  const light = planes((c) => room * (0.8 + 0.1 * c))
  PAINTERS[kind](light, place, random)
  const phone = anyPhone(random, medianWithin(light, place))
  return develop(onSensor(light, phone), phone, random.fork('noise'))
}

function anyPlace(random: Random, kind: NotEgg): Place {
  const long = random.between(90, 190)
  const round = kind === 'moon' || kind === 'ball' || kind === 'bulb'
  const short = long * (round ? random.between(0.96, 1) : random.between(0.66, 0.95))
  const room = SIDE / 2 - long - 8
  return {
    x: SIDE / 2 + random.between(-room, room),
    y: SIDE / 2 + random.between(-room, room),
    long,
    short,
    turn: random.between(0, Math.PI),
  }
}

/** An oval as drawing programs make it: flat or shaded, often with a yolk, a line around it or veins in it. */
async function drawing(random: Random): Promise<Buffer> {
  const place = anyPlace(random, 'drawing')
  const hue = random.between(0, 60)
  const tone = (lightness: number, shift = 0): string =>
    `hsl(${(hue + shift).toFixed(0)} ${random.between(50, 100).toFixed(0)}% ${lightness.toFixed(0)}%)`
  const inner = random.between(45, 80)
  const stops = `<stop offset="0" stop-color="${tone(inner)}"/><stop offset="1" stop-color="${tone(inner - random.between(5, 40), -random.between(0, 20))}"/>`
  const gradient =
    random.uniform() < 0.5
      ? `<radialGradient id="g" cx="${random.between(0.2, 0.8)}" cy="${random.between(0.2, 0.8)}" r="${random.between(0.5, 0.9)}">${stops}</radialGradient>`
      : `<linearGradient id="g" x1="0" y1="0" x2="${random.between(0, 1)}" y2="${random.between(0, 1)}">${stops}</linearGradient>`
  const fill = random.uniform() < 0.4 ? tone(inner) : 'url(#g)'
  const stroke = random.uniform() < 0.4 ? `stroke="${tone(20)}" stroke-width="${random.between(2, 8)}"` : ''
  const veins = Array.from({ length: random.uniform() < 0.4 ? 6 : 0 }, () => {
    const [dx, dy] = [random.normal(0, place.short / 3), random.normal(0, place.short / 3)]
    return `<path d="M${place.x} ${place.y} q${dx} 0 ${dx} ${dy}" fill="none" stroke="${tone(30, -20)}" stroke-width="2.5"/>`
  }).join('')
  const yolk =
    random.uniform() < 0.5
      ? `<circle cx="${place.x + random.normal(0, 15)}" cy="${place.y}" r="${place.short * random.between(0.2, 0.5)}" fill="${tone(inner - 20)}" fill-opacity="${random.between(0.2, 0.9)}"/>`
      : ''
  const ground = random.uniform() < 0.7 ? tone(random.between(0, 8)) : '#fff'
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><defs>${gradient}</defs><rect width="100%" height="100%" fill="${ground}"/><g><ellipse cx="${place.x}" cy="${place.y}" rx="${place.long}" ry="${place.short}" transform="rotate(${(place.turn * 180) / Math.PI} ${place.x} ${place.y})" fill="${fill}" ${stroke}/>${yolk}${veins}</g></svg>`
  const picture = sharp(Buffer.from(svg)).removeAlpha()
  if (random.uniform() < 0.4) picture.blur(random.between(0.5, 2.5))
  return picture.jpeg({ quality: Math.round(random.between(60, 95)) }).toBuffer()
}

type Painter = (light: Light, place: Place, random: Random) => void

const PAINTERS: Readonly<Record<Exclude<NotEgg, 'drawing'>, Painter>> = {
  ball: (light, place, random) => lit(light, place, random, { rough: 0.03, gloss: random.between(0, 1) }),
  fruit: (light, place, random) =>
    lit(light, place, random, { rough: random.between(0.1, 0.35), gloss: 0.3 }),
  moon(light, place, random) {
    const maria = clouds(light[0], random, { cellPx: place.long / 1.5 })
    const white: Colour = [1, random.between(0.85, 0.98), random.between(0.7, 0.95)]
    fill(light, place, (_r, _u, _v, at) => tinted(white, Math.exp(0.25 * maria.values[at]!)))
  },
  lampshade(light, place, random) {
    const weave = clouds(light[0], random, { cellPx: random.between(4, 60) })
    const cloth: Colour = [1, random.between(0.5, 0.85), random.between(0.2, 0.6)]
    const [bulb, reach] = [random.between(-0.4, 0.4), random.between(0.3, 1)]
    const roughness = random.between(0.01, 0.08)
    fill(light, place, (_r, u, v, at) =>
      tinted(cloth, Math.exp(-(((u - bulb) ** 2 + v * v) / reach) + roughness * weave.values[at]!)),
    )
  },
  bulb(light, place, random) {
    const warm: Colour = [1, random.between(0.6, 0.95), random.between(0.3, 0.8)]
    const [core, halo] = [random.between(3, 30), random.between(0.4, 1.2)]
    const small = { ...place, long: place.long * 0.6, short: place.short * 0.6 }
    fill(light, { ...place, long: 2.2 * place.long, short: 2.2 * place.short }, (r) =>
      tinted(warm, 0.4 * Math.exp(-3 * halo * r)),
    )
    fill(light, small, (r) => tinted(warm, core * (1 - 0.5 * r * r)))
  },
  screen(light, place, random) {
    const colour: Colour = [random.between(0.6, 1), random.between(0.5, 1), random.between(0.3, 1)]
    const slope = random.between(-0.6, 0.6)
    fill(light, place, (_r, u) => tinted(colour, Math.exp(slope * u)), 'rectangle')
  },
  hand(light, place, random) {
    const red: Colour = [1, random.between(0.12, 0.4), random.between(0.05, 0.25)]
    const skin = clouds(light[0], random, { cellPx: 40 })
    const fingers = 3 + Math.floor(2 * random.uniform())
    for (let finger = 0; finger < fingers; finger++) {
      const across = (2 * place.short * (finger + 0.5)) / fingers - place.short
      const own = {
        x: place.x - across * Math.sin(place.turn),
        y: place.y + across * Math.cos(place.turn),
        long: place.long * random.between(0.75, 1),
        short: (place.short / fingers) * random.between(0.95, 1.15),
        turn: place.turn + random.normal(0, 0.05),
      }
      const glow = random.between(0.5, 1.5)
      fill(light, own, (r, u, _v, at) =>
        tinted(red, glow * Math.exp(1.2 * r * r - 0.8 * u + 0.15 * skin.values[at]!)),
      )
    }
  },
}

/** A thing lit from the front or the side, as a ball or an orange. */
function lit(
  light: Light,
  place: Place,
  random: Random,
  { rough, gloss }: { rough: number; gloss: number },
): void {
  const coat = clouds(light[0], random, { cellPx: random.between(3, 80) })
  const colour: Colour = [1, random.between(0.25, 0.8), random.between(0.02, 0.5)]
  const from = [random.normal(0, 0.6), random.normal(0, 0.6), 1]
  const norm = Math.hypot(...from)
  const ambient = random.between(0.05, 0.4)
  fill(light, place, (r, u, v, at) => {
    const z = Math.sqrt(Math.max(0, 1 - r * r))
    const facing = Math.max(0, (u * from[0]! + v * from[1]! + z * from[2]!) / norm)
    const shine = gloss * facing ** 40
    return colour.map(
      (c) => c * (ambient + facing) * Math.exp(rough * coat.values[at]!) + shine,
    ) as unknown as Colour
  })
}

function planes(value: (channel: number) => number): Light {
  return [0, 1, 2].map((c) => {
    const plane = createPlane(SIDE, SIDE)
    plane.values.fill(value(c))
    return plane
  }) as unknown as Light
}

/** Lays a thing over what is there, with an edge of two pixels. @param colourAt - by the distance from the middle (1 at the rim), place along and across, and pixel */
function fill(
  light: Light,
  { x, y, long, short, turn }: Place,
  colourAt: (r: number, u: number, v: number, at: number) => Colour,
  shape: 'oval' | 'rectangle' = 'oval',
): void {
  for (let py = 0; py < SIDE; py++) {
    for (let px = 0; px < SIDE; px++) {
      const [dx, dy] = [px + 0.5 - x, py + 0.5 - y]
      const u = (dx * Math.cos(turn) + dy * Math.sin(turn)) / long
      const v = (-dx * Math.sin(turn) + dy * Math.cos(turn)) / short
      const r = shape === 'oval' ? Math.hypot(u, v) : Math.max(Math.abs(u), Math.abs(v))
      const cover = 1 - smoothStep(1 - 1 / short, 1 + 1 / short, r)
      if (cover === 0) continue
      const at = py * SIDE + px
      const colour = colourAt(Math.min(1, r), u, v, at)
      for (const [c, plane] of light.entries())
        plane.values[at] = plane.values[at]! * (1 - cover) + cover * colour[c]!
    }
  }
}

function tinted(colour: Colour, light: number): Colour {
  return colour.map((c) => c * light) as unknown as Colour
}

function medianWithin([red]: Light, { x, y, short }: Place): number {
  const near: number[] = []
  for (let at = 0; at < red.values.length; at += 7)
    if (Math.hypot((at % SIDE) - x, Math.floor(at / SIDE) - y) < 0.7 * short) near.push(red.values[at]!)
  return near.sort((a, b) => a - b)[near.length >> 1] ?? 1
}
