import { curveNormal, toEggFrame, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { logPlane } from '../image/log.ts'
import { blur } from '../image/plane.ts'

/** Places along the outline at which inside and outside are compared. */
const PLACES = 120
/** How far to both sides, ÷ half-length: beyond the blur of the edge. */
const BESIDE = 0.04
/** Log light of a colour that still counts as the same on both sides, and of one within the same thing. */
const SAME = 0.28
const WITHIN = 0.5
/** Step between neighbours within one thing. */
const SMOOTH_STEP = 0.09
/** Fewer neighbouring places than this are chance. */
const FEWEST_PLACES = 3
/** Darker than this, linear, all things look the same. */
const VISIBLE = 0.006
/** What would cover more of the egg is rather the egg itself. */
const MOST_COVERED = 0.4
const FLOOR = 0.002

/**
 * What stands before the egg in a lit room: fingers, sleeves, cups. Where the outline passes behind such a thing, its
 * colour is the same on both sides of the outline; from there it is followed as far as it reaches.
 * @returns 1 for each pixel of the image that something lit stands before; dark things are for the shadow to tell
 */
export function findCovers(image: LinearImage, outline: EggOutline): Uint8Array {
  const { widthPx, heightPx } = image
  const covered = new Uint8Array(widthPx * heightPx)
  const seeds = entries(image, outline)
  if (seeds.length === 0) return covered
  const colours = [image.red, image.green, image.blue].map((values) =>
    blur({ widthPx, heightPx, values: logPlane(values, FLOOR) }, 1.3),
  )
  const stack: number[] = []
  let count = 0
  for (const seed of seeds) {
    if (covered[seed]) continue
    const own = colours.map(({ values }) => values[seed]!)
    covered[seed] = 1
    stack.push(seed)
    while (stack.length > 0) {
      const at = stack.pop()!
      count++
      const x = at % widthPx
      for (const next of [x > 0 ? at - 1 : at, x < widthPx - 1 ? at + 1 : at, at - widthPx, at + widthPx]) {
        if (next < 0 || next >= covered.length || covered[next]) continue
        const alike = colours.every(
          ({ values }, k) =>
            Math.abs(values[next]! - own[k]!) < WITHIN && Math.abs(values[next]! - values[at]!) < SMOOTH_STEP,
        )
        if (!alike || !isWithin(outline, next, widthPx)) continue
        covered[next] = 1
        stack.push(next)
      }
    }
  }
  const eggPx = Math.PI * outline.halfLengthPx * outline.halfBreadthPx
  return count > MOST_COVERED * eggPx ? new Uint8Array(covered.length) : widened(covered, widthPx)
}

/** Pixels just inside of the outline, at places where it passes behind something. */
function entries(image: LinearImage, outline: EggOutline): number[] {
  const { widthPx, heightPx } = image
  const pixelAt = (share: number, phiRad: number): number => {
    const { along, across, na, nc } = curveNormal(outline, phiRad)
    const reach = share * outline.halfLengthPx
    const { x, y } = toPicture(outline, along + reach * na, across + reach * nc)
    const [column, row] = [Math.floor(x), Math.floor(y)]
    const isInside = column > 0 && row > 0 && column < widthPx - 1 && row < heightPx - 1
    return isInside ? row * widthPx + column : -1
  }
  const around = (values: Float32Array, at: number): number => {
    let sum = FLOOR
    for (let row = at - widthPx; row <= at + widthPx; row += widthPx)
      for (let k = row - 1; k <= row + 1; k++) sum += values[k]! / 9
    return sum
  }
  const places = Array.from({ length: PLACES }, (_, i) => {
    const phiRad = (2 * Math.PI * i) / PLACES
    const inside = pixelAt(-BESIDE, phiRad)
    const outside = pixelAt(BESIDE, phiRad)
    if (inside < 0 || outside < 0 || image.red[outside]! < VISIBLE) return -1
    const same = [image.red, image.green, image.blue].every(
      (values) => Math.abs(Math.log(around(values, inside) / around(values, outside))) < SAME,
    )
    return same ? inside : -1
  })
  return places.filter((pixel, i) => {
    if (pixel < 0) return false
    let run = 1
    for (let k = 1; k < FEWEST_PLACES && places[(i + k) % PLACES]! >= 0; k++) run++
    for (let k = 1; k < FEWEST_PLACES && places[(i - k + PLACES) % PLACES]! >= 0; k++) run++
    return run >= FEWEST_PLACES
  })
}

function isWithin(outline: EggOutline, at: number, widthPx: number): boolean {
  const { along, across } = toEggFrame(outline, {
    x: (at % widthPx) + 0.5,
    y: Math.floor(at / widthPx) + 0.5,
  })
  return (along / outline.halfLengthPx) ** 2 + (across / outline.halfBreadthPx) ** 2 < 1.1
}

/** By two pixels: the edge itself belongs to neither. */
function widened(mask: Uint8Array, widthPx: number): Uint8Array {
  const out = mask.slice()
  for (let at = 0; at < mask.length; at++) {
    if (!mask[at]) continue
    for (const step of [-2, -1, 1, 2, -widthPx, widthPx, -2 * widthPx, 2 * widthPx])
      if (at + step >= 0 && at + step < out.length) out[at + step] = 1
  }
  return out
}
