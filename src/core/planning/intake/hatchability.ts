import { wanted } from '../../wanted.ts'

/** Stored up to here eggs keep their full chance. */
export const BEST_STORAGE_DAYS = 7
/** What most keepers call the limit. */
export const STORAGE_LIMIT_DAYS = 10
/** Eggs older than this are rarely worth a place in the incubator. */
export const TOO_OLD_DAYS = 21

/**
 * Chance of hatching against that of a fresh egg from the same hen, by days between laying and setting. A rule of
 * thumb for cool storage: none lost in the first week, two points a day to the limit, four a day after it.
 */
export function relativeHatchability(storageDays: number): number {
  wanted('storageDays', storageDays, [0, Infinity])
  const slow = Math.min(storageDays, STORAGE_LIMIT_DAYS) - BEST_STORAGE_DAYS
  const fast = storageDays - STORAGE_LIMIT_DAYS
  return Math.max(0, 1 - 0.02 * Math.max(0, slow) - 0.04 * Math.max(0, fast))
}

/** Chance against the same egg carried home in a basket; the post shakes air cells loose. */
export const POSTED_FACTOR = 0.75

export interface ExpectedHatchInput {
  storageDays: number
  posted: boolean
  /** Hatch of set that this keeper usually has from fresh, local eggs. @default 0.75 */
  usualHatch?: number
}

/** Expected share of eggs that give a chick. */
export function expectedHatch({ storageDays, posted, usualHatch = 0.75 }: ExpectedHatchInput): number {
  return usualHatch * relativeHatchability(storageDays) * (posted ? POSTED_FACTOR : 1)
}
