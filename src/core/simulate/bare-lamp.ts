import type { RgbImage } from '../image/linear.ts'
import { createRandom } from '../random/random.ts'
import { develop } from './camera.ts'
import type { Shot } from './shot.ts'

/** Radius of the lamp's opening, ÷ the picture's short side. */
const OPENING = 0.07

/** The lamp with no egg on it: a small, white, burnt-out spot and its glare in a dark room. */
export function renderBareLamp(shot: Shot): RgbImage {
  const { widthPx, heightPx } = shot
  const size = widthPx * heightPx
  const linear = new Float32Array(3 * size)
  const side = Math.min(widthPx, heightPx)
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      const distance = Math.hypot(x - shot.centre.x * widthPx, y - heightPx + OPENING * side) / side
      const light = distance < OPENING ? 6 : 0.12 * Math.exp(-(distance - OPENING) / 0.03)
      for (let c = 0; c < 3; c++) linear[c * size + y * widthPx + x] = light
    }
  }
  return develop(linear, shot, createRandom(`bare/${shot.seed}`))
}
