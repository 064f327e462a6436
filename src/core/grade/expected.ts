import { expectedDepth } from '../measure/air-cell.ts'

/** Where a figure should lie in a living egg. */
export interface Band {
  low: number
  middle: number
  high: number
}

/**
 * Share of the visible contents that a living embryo darkens, by stage: a logistic curve through the usual
 * candling figures (a spot at a quarter, a third to a half at the middle, 60–85 % at two thirds, nearly all
 * before lockdown).
 */
export function livingShadow(stage: number): Band {
  const at = (shift: number): number => 1 / (1 + Math.exp(-11 * (stage - 0.535 + shift)))
  return { low: at(-0.043), middle: at(0), high: at(0.043) }
}

/**
 * Length of visible vessels in egg lengths, log-normal middle: a thin spider at a fifth, a full net from a
 * third to two thirds, then hidden bit by bit behind the embryo.
 */
export function livingVessels(stage: number): number {
  if (stage < 0.12) return 0.1
  if (stage < 0.32) return 0.1 + (stage - 0.12) * 19
  if (stage < 0.6) return 3.9
  return Math.max(0.4, 3.9 - (stage - 0.6) * 13)
}

/** Air cell depth ÷ length under ordinary humidity; linear in time as water loss is. */
export function usualCellDepth(stage: number): Band {
  const { mean: middle } = expectedDepth(stage)
  return { low: middle - 0.03, middle, high: middle + 0.03 }
}
