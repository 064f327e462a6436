import { livingShadow } from './expected.ts'

/** Fewer mates than this say nothing of their batch. */
const FEWEST_MATES = 4
/** So many mates weigh as much as the calendar. */
const CALENDAR_WEIGHT = 4
/** A batch runs ahead of or behind its calendar by no more than this, fraction of incubation. */
const MOST_SHIFTED = 0.06

/**
 * The stage that a batch has really reached: eggs of one breed, set in one hour, stand together, and a cool incubator
 * or a late start holds them all back. The middle shadow of the mates that live tells the age at which a living egg
 * has it; calendar and mates share the say by their number.
 * @param stage - by the calendar, fraction of incubation
 * @param shadows - of mates taken for living at this candling, shares of the contents
 */
export function batchStage(stage: number, shadows: readonly number[]): number {
  if (shadows.length < FEWEST_MATES) return stage
  const sorted = [...shadows].sort((a, b) => a - b)
  const middle = sorted[sorted.length >> 1]!
  // Very small and very large shadows hardly change with age.
  if (middle < 0.03 || middle > 0.93) return stage
  const shift = Math.max(-MOST_SHIFTED, Math.min(MOST_SHIFTED, stageOfShadow(middle) - stage))
  return stage + (shift * shadows.length) / (shadows.length + CALENDAR_WEIGHT)
}

/** The stage at which a living egg has this shadow, by bisection. */
function stageOfShadow(shadow: number): number {
  let low = 0
  let high = 1
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2
    if (livingShadow(middle).middle < shadow) low = middle
    else high = middle
  }
  return (low + high) / 2
}
