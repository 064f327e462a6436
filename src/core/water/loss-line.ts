import { NormalEquations } from '../geometry/linear-system.ts'
import type { Measured } from '../measure/reading.ts'
import { cellFromLoss, FRESH_CELL, lossFromCell } from './cell-water.ts'
import { vapourDeficitDays, type AirSpan } from './vapour-deficit-days.ts'

/** One estimate of the water lost since setting, share of the mass then, with what is uncertain in it alone. */
export interface LossEstimate {
  ageDays: number
  /** See {@link vapourDeficitDays}. */
  vapourDeficitDays: number
  loss: Measured
  by: 'photograph' | 'eye' | 'scale'
}

/** An egg's way of losing water: a straight line over dry days, from nothing on the day it was set. */
export interface LossLine {
  /** Share of the mass a dry day. */
  perDryDay: Measured
  /** A photograph of the first day told the fresh cell; else it is what is usual. */
  isFreshKnown: boolean
  /** How far all photographs lie off the line together, because its fresh cell was another than is usual: share of the mass. */
  cellOffset: Measured
  estimates: readonly LossEstimate[]
}

export interface EggWater {
  /** Air cells by photograph, or told by eye; shares of the volume. */
  cells: ReadonlyArray<{ ageDays: number; cell: Measured; by?: 'eye' }>
  /** Weighings, g, with the standard uncertainty of each; before setting their age is negative. */
  weights: ReadonlyArray<{ ageDays: number; grams: number; sdG: number }>
}

/** A photograph as old as this, days, is one of the first day. */
const FIRST_DAY = 1
/** Weighings that lie closer together, dry days, tell nothing of a rate. */
const APART = 0.3

/**
 * The straight line through photographs and weighings together, each by its own uncertainty (weighted least squares).
 * Photographs of one egg share the error of its fresh cell, weighings the error of what it weighed when set: both are
 * found with the line, so that a weighing of any day counts, before setting, too, and none is believed to the gram.
 * @returns null where nothing tells
 */
export function lossLine(
  egg: EggWater,
  air: readonly AirSpan[],
  usualFresh: Measured = FRESH_CELL,
): LossLine | null {
  // What an eye tells of a fresh cell is less sure than what is usual.
  const firstCell = egg.cells.find(({ ageDays, by }) => ageDays <= FIRST_DAY && by !== 'eye')
  const fresh = firstCell?.cell ?? usualFresh
  const cells = egg.cells
    .filter(({ ageDays }) => ageDays > FIRST_DAY)
    .map(({ ageDays, cell, by }): LossEstimate => ({
      ageDays,
      by: by ?? 'photograph',
      vapourDeficitDays: vapourDeficitDays(air, ageDays),
      loss: lossFromCell(cell, { value: fresh.value, sd: 0 }),
    }))
  const weights = egg.weights.map((weight) => ({
    ...weight,
    sdG: weight.sdG * sameShown(egg.weights, weight.grams),
    vapourDeficitDays: vapourDeficitDays(air, weight.ageDays),
  }))
  const dries = weights.map((weight) => weight.vapourDeficitDays)
  const areApart = Math.max(...dries) - Math.min(...dries) > APART
  if (cells.length === 0 && !areApart) return null
  // Everything is reckoned as shares of about the first weight, so that the equations are straight.
  const about = weights[0]?.grams ?? 1
  const [rate, offset, whole] = [0, 1, 2]
  const equations = new NormalEquations(3)
  for (const { vapourDeficitDays: dry, loss } of cells)
    equations.add(Float64Array.of(dry, 1, 0), loss.value, 1 / loss.sd ** 2)
  for (const { vapourDeficitDays: dry, grams, sdG } of weights)
    equations.add(Float64Array.of(-dry, 0, 1), grams / about, (about / sdG) ** 2)
  equations.addPrior(offset, 0, 1 / lossFromCell({ value: 0, sd: 0 }, fresh).sd ** 2)
  equations.addPrior(whole, 1, 1 / WHOLE_SD ** 2)
  const solved = equations.solve()
  if (!solved) return null
  const known = (index: number, scale = 1): Measured => ({
    value: solved[index]! * scale,
    sd: Math.sqrt(equations.variance(index)) * scale,
  })
  const massWhenSet = about * solved[whole]!
  const wholeSd = Math.sqrt(equations.variance(whole))
  return {
    perDryDay: known(rate, 1 / solved[whole]!),
    cellOffset: known(offset),
    isFreshKnown: firstCell !== undefined,
    estimates: [
      ...cells,
      ...weights.flatMap(({ ageDays, vapourDeficitDays: dry, grams, sdG }): LossEstimate[] =>
        ageDays > FIRST_DAY && areApart
          ? [
              {
                ageDays,
                vapourDeficitDays: dry,
                loss: { value: 1 - grams / massWhenSet, sd: Math.hypot(sdG / massWhenSet, wholeSd) },
                by: 'scale',
              },
            ]
          : [],
      ),
    ],
  }
}

/** So many equal readings on end still tell as much as if their rounding were their own. */
const OWN_ROUNDING = 3

/** By how much a reading is less sure because others show the same: a coarse scale rounds them all by the same error. */
function sameShown(weights: EggWater['weights'], grams: number): number {
  const same = weights.filter((other) => other.grams === grams).length
  return Math.sqrt(Math.max(1, same / OWN_ROUNDING))
}

/** How far what an egg weighed when set may lie from the first weight, a share: hardly any limit, so that a weighing alone says nothing. */
const WHOLE_SD = 1

/** Loss after a number of vapour-deficit days, share of the mass. */
export function lossAfter(perDryDay: Measured, dry: number): Measured {
  return { value: perDryDay.value * dry, sd: perDryDay.sd * dry }
}

/** Air cell on a loss line after a number of vapour-deficit days, share of the volume: where its pencil line would be. */
export function cellAfter(perDryDay: Measured, dry: number, fresh: Measured = FRESH_CELL): Measured {
  return cellFromLoss(lossAfter(perDryDay, dry), fresh)
}
