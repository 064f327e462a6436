import { components } from '../image/morphology.ts'
import type { Contents } from './contents.ts'
import type { EggFrame } from './egg-frame.ts'
import { curvature, ridgeAt } from './ridges.ts'

/** Bend of log light at which a bright hairline is as likely a crack as a scratch of light. */
const BEND_LIMIT = 0.07
const SHORTEST_RUN = 0.12

/**
 * Evidence for a crack, 0–1: a crack lets light straight through and shows as a bright hairline, where
 * everything that grows in an egg is darker than its surroundings.
 */
export function crackScore(frame: EggFrame, contents: Contents): number {
  const { lengthPx, heightPx } = frame
  const red = curvature(frame.redLog, 1.4)
  const values = new Uint8Array(lengthPx * heightPx)
  for (let row = 4; row < heightPx - 4; row++) {
    for (let column = 10; column < lengthPx - 10; column++) {
      const at = row * lengthPx + column
      if (!contents.mask[at] || !contents.mask[at - 10]) continue
      if (Math.abs(row + 0.5 - heightPx / 2) > 0.92 * frame.radiusPx[column]!) continue
      if (frame.red.values[at]! < 0.01) continue
      const { across, along } = ridgeAt(red, at)
      if (-along > BEND_LIMIT && Math.abs(across) < 0.4 * -along) values[at] = 1
    }
  }
  let longest = 0
  for (const piece of components({ widthPx: lengthPx, heightPx, values }, 10)) {
    const extent = Math.hypot(piece.maxX - piece.minX, piece.maxY - piece.minY)
    if (piece.pixels.length / extent < 5) longest = Math.max(longest, extent / lengthPx)
  }
  return 1 / (1 + Math.exp(-(longest - 1.6 * SHORTEST_RUN) / 0.03))
}
