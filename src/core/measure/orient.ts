import { clamp } from '../clamp.ts'
import { reversedCovariance } from '../geometry/egg-form.ts'
import { reversed, type EggOutline } from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { SPECIES, type SpeciesName } from '../species/species.ts'
import { searchCellEdge, type CellSearch, type ExpectedDepth } from './air-cell.ts'
import { layOutEgg, turnedFrame, type EggFrame } from './egg-frame.ts'
import { type FoundEgg } from './cut-out.ts'
import { refineOutline, type OutlineFit, type ShapePrior } from './fit-outline.ts'
import { removeSpeckles } from './speckles.ts'

/** Taper toward the blunt end among kept birds' eggs. */
const TAPER = { mean: 0.13, sd: 0.045 }

/** What an egg's outline may be before anything is known of it. */
export function expectedShape(species?: SpeciesName): ShapePrior {
  const aspect = species ? SPECIES[species].breadthMm / SPECIES[species].lengthMm : 0.76
  return { aspect, taper: 0, taperSd: 0.15 }
}

/** What is believed of an egg before looking. */
export interface Expected {
  shape: ShapePrior
  cellDepth: ExpectedDepth
}

interface Look {
  fit: OutlineFit
  /** Without pigment spots. */
  frame: EggFrame
  spotCount: number
  search: CellSearch
}

interface Oriented extends Look {
  bluntEndProbability: number
}

/** Log odds from the shape alone that settle which end is the blunt one. */
const SHAPE_SETTLES = 6
/** With this much of the edge seen, knowing the blunt end does not move the outline any more. */
const EDGE_SETTLES = 0.8

/** Decides the blunt end from the shape and from where an air cell's edge is, then fits again where that helps. */
export function orient(
  { linear, planes, fit }: FoundEgg,
  { shape: anyShape, cellDepth }: Expected,
): Oriented {
  const bluntFirst = fit.outline.taper >= 0 ? fit : turnedFit(fit, reversed(fit.outline))
  const shape = clamp(
    (4 * TAPER.mean * bluntFirst.outline.taper) / (2 * (TAPER.sd ** 2 + fit.taperSd ** 2 + 0.02 ** 2)),
    -7,
    7,
  )
  const forward = look(linear, bluntFirst, cellDepth)
  if (shape > SHAPE_SETTLES && fit.seenShare > EDGE_SETTLES)
    return { ...forward, bluntEndProbability: 1 / (1 + Math.exp(-shape)) }
  const turned = turnedFrame(forward.frame)
  const backward: Look = {
    ...forward,
    fit: turnedFit(bluntFirst, turned.outline),
    frame: turned,
    search: searchCellEdge(turned, cellDepth),
  }
  const logOdds = shape + clamp(2.2 * (forward.search.strength - backward.search.strength), -4, 4)
  const chosen = logOdds >= 0 ? forward : backward
  const bluntEndProbability = 1 / (1 + Math.exp(-Math.abs(logOdds)))
  if (fit.seenShare > EDGE_SETTLES) return { ...chosen, bluntEndProbability }
  const again = refineOutline(planes, chosen.fit.outline, {
    ...anyShape,
    taper: TAPER.mean,
    taperSd: TAPER.sd,
  })
  return { ...(again ? look(linear, again, cellDepth) : chosen), bluntEndProbability }
}

function turnedFit(fit: OutlineFit, outline: EggOutline): OutlineFit {
  return { ...fit, outline, formCovariance: reversedCovariance(fit.formCovariance) }
}

function look(linear: LinearImage, fit: OutlineFit, cellDepth: ExpectedDepth): Look {
  const { frame, count } = removeSpeckles(layOutEgg(linear, fit.outline))
  return { fit, frame, spotCount: count, search: searchCellEdge(frame, cellDepth) }
}
