import type { Measured } from '../measure/reading.ts'

/**
 * Water lost ÷ mass when laid, for each unit of the egg's volume that turned into air: a gram of water leaves a cubic
 * centimetre, and by Hoyt (1979) V = 0.51·L·B² and W₀ = 0.548·L·B², so that the egg's size falls out.
 */
const LOSS_PER_CELL = 0.51 / 0.548

/** Air cell of a fresh egg, share of the volume: 1.5 to 3 per cent. */
export const FRESH_CELL: Measured = { value: 0.0225, sd: 0.004 }

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

/** Of a kitchen or jeweller's scale, g. */
const SCALE_SD_G = 0.05

/**
 * Water lost since the first weighing, share of that mass.
 * @param scaleSdG - standard uncertainty of one weighing, g
 */
export function lossFromWeights(firstG: number, nowG: number, scaleSdG = SCALE_SD_G): Measured {
  return { value: (firstG - nowG) / firstG, sd: (scaleSdG * Math.hypot(1, nowG / firstG)) / firstG }
}
