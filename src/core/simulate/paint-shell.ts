import { relativeRadius, toPicture } from '../geometry/egg-outline.ts'
import type { Random } from '../random/random.ts'
import { createNoise } from './noise.ts'
import { type PaintFrame } from './paint.ts'

/**
 * Pigment spots on the near side, absorption in log units of red light.
 * @param pxPerMm - of a hen's egg; a small egg carries as many spots, smaller ones
 */
export function paintSpots(
  frame: PaintFrame,
  random: Random,
  spots: { perCm2: number; largestMm: number; rollRad?: number },
  pxPerMm: number,
): Float32Array {
  const { rollRad = 0 } = spots
  const target = new Float32Array(frame.widthPx * frame.heightPx)
  paintSide(target, frame, { ...spots, random, pxPerMm, turnRad: rollRad })
  // What a turn brings round from the far side.
  if (rollRad !== 0)
    paintSide(target, frame, { ...spots, random: random.fork('far'), pxPerMm, turnRad: rollRad + Math.PI })
  return target
}

/** One half of the shell's spots, turned about the long axis; those that face away are not seen. */
function paintSide(
  target: Float32Array,
  { widthPx, heightPx, outline }: PaintFrame,
  spots: { perCm2: number; largestMm: number; random: Random; pxPerMm: number; turnRad: number },
): void {
  const { random, pxPerMm, turnRad } = spots
  const areaCm2 = (Math.PI * outline.halfLengthPx * outline.halfBreadthPx) / (pxPerMm * 10) ** 2
  const count = Math.round(spots.perCm2 * areaCm2)
  const edge = createNoise(() => random.uniform())
  for (let i = 0; i < count; i++) {
    const t = random.between(-0.97, 0.97)
    const round = Math.asin(random.between(-1, 1)) + turnRad
    const isFront = Math.cos(round) > 0
    const across = Math.sin(round) * relativeRadius(outline, t)
    const centre = toPicture(outline, t * outline.halfLengthPx, across * outline.halfBreadthPx)
    const radius = Math.max(1.2, spots.largestMm * pxPerMm * random.uniform() ** 3)
    const depth = random.between(0.5, 1.7)
    // Drawn out one way: the egg turned while the pigment was laid on.
    const stretch = random.between(1, 2)
    const lay = random.between(0, Math.PI)
    if (!isFront) continue
    const [c, s] = [Math.cos(lay), Math.sin(lay)]
    const reach = Math.ceil(1.6 * radius)
    for (let dy = -reach; dy <= reach; dy++) {
      for (let dx = -reach; dx <= reach; dx++) {
        const x = Math.floor(centre.x) + dx
        const y = Math.floor(centre.y) + dy
        if (x < 0 || y < 0 || x >= widthPx || y >= heightPx) continue
        const angle = Math.atan2(dy, dx)
        const ragged =
          radius *
          (1 +
            0.3 * edge.at(1.1 * Math.cos(angle) + 7.3 * i, 1.1 * Math.sin(angle)) +
            0.12 * edge.at(2.6 * Math.cos(angle), 2.6 * Math.sin(angle) + 5.1 * i))
        const inside = Math.min(
          1,
          Math.max(
            0,
            ragged -
              Math.hypot((dx * c + dy * s) / Math.sqrt(stretch), (dx * s - dy * c) * Math.sqrt(stretch)) +
              0.5,
          ),
        )
        const at = y * widthPx + x
        target[at] = Math.max(target[at]!, inside * depth)
      }
    }
  }
}

/** Smears of dirt: a few, larger and softer than pigment. @returns absorption, log units of red light */
export function paintStains(frame: PaintFrame, random: Random, count: number): Float32Array {
  const { widthPx, heightPx, outline } = frame
  const target = new Float32Array(widthPx * heightPx)
  for (let i = 0; i < count; i++) {
    const t = random.between(-0.8, 0.8)
    const centre = toPicture(
      outline,
      t * outline.halfLengthPx,
      random.between(-0.9, 0.9) * relativeRadius(outline, t) * outline.halfBreadthPx,
    )
    const radius = random.between(0.03, 0.11) * outline.halfBreadthPx
    const depth = random.between(0.4, 1.4)
    const reach = Math.ceil(2.5 * radius)
    for (
      let y = Math.max(0, Math.floor(centre.y) - reach);
      y <= Math.min(heightPx - 1, Math.floor(centre.y) + reach);
      y++
    ) {
      for (
        let x = Math.max(0, Math.floor(centre.x) - reach);
        x <= Math.min(widthPx - 1, Math.floor(centre.x) + reach);
        x++
      ) {
        const distance = Math.hypot(x + 0.5 - centre.x, y + 0.5 - centre.y) / radius
        target[y * widthPx + x]! += depth / (1 + Math.exp((distance - 1) * 7))
      }
    }
  }
  return target
}
