import type { Measured } from '../measure/reading.ts'

/**
 * Water lost ÷ mass when laid, for each unit of the egg's volume that turned into air: a gram of water leaves a cubic
 * centimetre, and by Hoyt (1979) V = 0.51·L·B² and W₀ = 0.548·L·B², so that the egg's size falls out.
 */
const LOSS_PER_CELL = 0.51 / 0.548

/** How far a flock's fresh cells lie from the usual together, and an egg's from its flock's, shares of the volume: 1.5 to 3 per cent are seen. */
export const FLOCK_CELL_SD = 0.0042
const OWN_CELL_SD = 0.002

/** Air cell of a fresh egg, share of the volume. */
export const FRESH_CELL: Measured = { value: 0.0225, sd: Math.hypot(FLOCK_CELL_SD, OWN_CELL_SD) }

/**
 * Water lost since the fresh cell was as it was, share of the mass when laid, from a photograph alone.
 * @param cell - air cell now, share of the egg's volume
 * @param fresh - the same egg's on the first day, where it was photographed then
 */
export function lossFromCell(cell: Measured, fresh: Measured = FRESH_CELL): Measured {
  return {
    value: LOSS_PER_CELL * (cell.value - fresh.value),
    sd: LOSS_PER_CELL * Math.hypot(cell.sd, fresh.sd),
  }
}

/** Inverse of {@link lossFromCell}: the cell that goes with a loss. */
export function cellFromLoss(loss: Measured, fresh: Measured = FRESH_CELL): Measured {
  return {
    value: fresh.value + loss.value / LOSS_PER_CELL,
    sd: Math.hypot(fresh.sd, loss.sd / LOSS_PER_CELL),
  }
}

/** What is lost of a mass becomes air in the egg. @param volume - share of the egg's volume @returns share of its mass */
export function massOfCell(volume: number): number {
  return LOSS_PER_CELL * volume
}
