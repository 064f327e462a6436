import { toPicture, type EggOutline, type Point } from '../geometry/egg-outline.ts'
import { GRADES, type Grade, type PerGrade } from '../grade-names.ts'
import { emptyPart, MAP_HEIGHT, MAP_WIDTH, type EggMaps } from './egg-maps.ts'
import { networkLogitsOf } from './network-logits.ts'
import type { Network } from './network.ts'

/** Parts along the egg, and across. */
export const PART_COLUMNS = 8
export const PART_ROWS = 6

/**
 * How much each part of the picture speaks for a grade: log odds, against all others, that are lost when it is as an
 * empty egg's; row by row. Windows are twice a part's size, so that what lies on a border counts in both.
 * @see Zeiler, M. D. & Fergus, R. (2014). Visualizing and understanding convolutional networks. ECCV, LNCS 8689, 818–833.
 */
export function occlusionMap(maps: EggMaps, grade: Grade, network?: Network): number[] {
  const whole = margin(networkLogitsOf(maps, network), grade)
  const [width, height] = [MAP_WIDTH / PART_COLUMNS, MAP_HEIGHT / PART_ROWS]
  return Array.from({ length: PART_COLUMNS * PART_ROWS }, (_, i) => {
    const left = ((i % PART_COLUMNS) - 0.5) * width
    const top = (Math.floor(i / PART_COLUMNS) - 0.5) * height
    const without = emptyPart(maps, { left, top, width: 2 * width, height: 2 * height })
    return whole - margin(networkLogitsOf(without, network), grade)
  })
}

/** Log odds of a grade against all others together. */
function margin(odds: PerGrade, grade: Grade): number {
  const others = GRADES.filter((other) => other !== grade).reduce(
    (sum, other) => sum + Math.exp(odds[other]),
    0,
  )
  return odds[grade] - Math.log(others)
}

/** Corners of a part in the photograph. @param part - its place in the list */
export function partCorners(outline: EggOutline, part: number): Point[] {
  const step = (2 * outline.halfLengthPx) / MAP_WIDTH
  const [width, height] = [MAP_WIDTH / PART_COLUMNS, MAP_HEIGHT / PART_ROWS]
  const x = (part % PART_COLUMNS) * width
  const y = Math.floor(part / PART_COLUMNS) * height
  return [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ].map(([px, py]) => toPicture(outline, outline.halfLengthPx - px! * step, (py! - MAP_HEIGHT / 2) * step))
}
