import { capVolumeFraction } from '../geometry/cap-volume.ts'
import type { Measured } from '../measure/reading.ts'
import { SPECIES, type SpeciesName } from '../species/species.ts'
import { wanted } from '../wanted.ts'

/** Shape of an egg that nobody photographed: the middle of those kept for hatching. */
const USUAL_SHAPE = {
  centre: { x: 0, y: 0 },
  axisRad: 0,
  halfLengthPx: 50,
  halfBreadthPx: 38,
  taper: 0.13,
  bulge: -0.03,
}
/**
 * How surely a line is told by eye: drawn, as a share of the length, or with a ruler held to the shell, mm. Assumed, as
 * are the spreads below: nobody has measured them yet.
 */
const DRAWN_SD = 0.025
const RULER_SD_MM = 1
/** Spread of lengths among eggs of a bird where none was measured, ÷ the value. */
const LENGTH_SPREAD = 0.05
/** What shape and a tilted line make of it, ÷ the volume. */
const SHAPE_SD = 0.12

/** An air cell as a person told it, without a photograph. */
export type CellTold = { by: 'drawn'; depth: number } | { by: 'millimetres'; depthMm: number }

/**
 * Volume of a told air cell, share of the egg's, with how sure that is: less than by a photograph.
 * @param lengthMm - by callipers; null where nobody measured it
 * @returns null where it is deeper than the egg is long: that tells nothing
 * @throws RangeError when it is drawn outside of the egg
 */
export function volumeOfToldCell(
  cell: CellTold,
  { species, lengthMm }: { species: SpeciesName; lengthMm: number | null },
): Measured | null {
  const length = lengthMm ?? SPECIES[species].lengthMm
  if (cell.by === 'millimetres' && cell.depthMm >= length) return null
  const depth = depthOf(cell, length, lengthMm === null ? LENGTH_SPREAD : 0)
  const at = (share: number): number => capVolumeFraction(USUAL_SHAPE, { depthFraction: share })
  const value = at(depth.value)
  const [less, more] = [Math.max(0, depth.value - depth.sd), Math.min(1, depth.value + depth.sd)]
  return { value, sd: Math.hypot((at(more) - at(less)) / 2, SHAPE_SD * value) }
}

/** Of the length. */
function depthOf(cell: CellTold, lengthMm: number, spread: number): Measured {
  if (cell.by === 'drawn') {
    wanted('depth', cell.depth, [0, 1])
    return { value: cell.depth, sd: DRAWN_SD }
  }
  const value = cell.depthMm / lengthMm
  return { value, sd: Math.hypot(RULER_SD_MM / lengthMm, spread * value) }
}
