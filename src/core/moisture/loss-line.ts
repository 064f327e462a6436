import { NormalEquations } from '../geometry/linear-system.ts'
import type { Measured } from '../measure/reading.ts'
import { cellFromLoss, FRESH_CELL, lossFromCell, lossFromWeights } from './cell-water.ts'
import { dryDays, type AirSpan } from './dry-days.ts'

/** One estimate of the water lost since setting, share of the mass then, with what is uncertain in it alone. */
export interface LossEstimate {
  ageDays: number
  /** See {@link dryDays}. */
  dryDays: number
  loss: Measured
  by: 'photograph' | 'scale'
}

/** An egg's way of losing water: a straight line over dry days, from nothing on the day it was set. */
export interface LossLine {
  /** Share of the mass a dry day. */
  perDryDay: Measured
  /** How far all photographs lie off the line together, because its fresh cell was another than is usual: share of the mass. */
  cellOffset: Measured
  estimates: readonly LossEstimate[]
}

export interface EggWater {
  /** Air cells by photograph, shares of the volume. */
  cells: ReadonlyArray<{ ageDays: number; cell: Measured }>
  /** Weighings, g, the first of them on the day of setting. */
  weights: ReadonlyArray<{ ageDays: number; grams: number }>
}

/** A photograph or weighing as old as this, days, is one of the first day. */
const FIRST_DAY = 1

/**
 * The straight line through photographs and weighings together, each by its own uncertainty (weighted least squares).
 * Photographs of one egg share the error of its fresh cell, which is therefore found with the line: with a weighing
 * beside them it becomes known.
 * @returns null where nothing after the first day tells
 */
export function lossLine(
  egg: EggWater,
  air: readonly AirSpan[],
  usualFresh: Measured = FRESH_CELL,
): LossLine | null {
  const firstCell = egg.cells.find(({ ageDays }) => ageDays <= FIRST_DAY)
  const fresh = firstCell?.cell ?? usualFresh
  const firstWeight = egg.weights.find(({ ageDays }) => ageDays <= FIRST_DAY)
  const estimate = (ageDays: number, loss: Measured, by: LossEstimate['by']): LossEstimate[] =>
    ageDays > FIRST_DAY ? [{ ageDays, dryDays: dryDays(air, ageDays), loss, by }] : []
  const estimates = [
    ...egg.cells.flatMap(({ ageDays, cell }) =>
      estimate(ageDays, lossFromCell(cell, { value: fresh.value, sd: 0 }), 'photograph'),
    ),
    ...egg.weights.flatMap(({ ageDays, grams }) =>
      firstWeight ? estimate(ageDays, lossFromWeights(firstWeight.grams, grams), 'scale') : [],
    ),
  ]
  if (estimates.length === 0) return null
  const [rate, offset] = [0, 1]
  const equations = new NormalEquations(2)
  for (const { dryDays: dry, loss, by } of estimates)
    equations.add(Float64Array.of(dry, by === 'photograph' ? 1 : 0), loss.value, 1 / loss.sd ** 2)
  equations.addPrior(offset, 0, 1 / lossFromCell({ value: 0, sd: 0 }, fresh).sd ** 2)
  const solved = equations.solve()
  if (!solved) return null
  const known = (index: number): Measured => ({
    value: solved[index]!,
    sd: Math.sqrt(equations.variance(index)),
  })
  return { perDryDay: known(rate), cellOffset: known(offset), estimates }
}

/** Loss after so many dry days, share of the mass. */
export function lossAfter(perDryDay: Measured, dry: number): Measured {
  return { value: perDryDay.value * dry, sd: perDryDay.sd * dry }
}

/** The air cell that goes with a line after so many dry days, share of the volume: where its pencil line would be. */
export function cellAfter(perDryDay: Measured, dry: number, fresh: Measured = FRESH_CELL): Measured {
  return cellFromLoss(lossAfter(perDryDay, dry), fresh)
}
