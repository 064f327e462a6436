import type { HatchRate } from '../../hatching/expected-chicks.ts'
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

/** Hatch of set of fresh, sound, local eggs where nothing else is known; worth as many eggs as are named. */
const USUAL: Readonly<HatchRate> = { hatched: 15, not: 5 }

/** What became of eggs of one's own. */
export interface OwnHatch {
  eggs: number
  hatched: number
  /** How many of them would have hatched, had every fresh, sound, local egg hatched. */
  expected: number
}

/** How fresh, sound, local eggs hatch at a place: as is usual, moved by its own. */
export function hatchRateOf({ hatched, expected }: Pick<OwnHatch, 'hatched' | 'expected'>): HatchRate {
  return { hatched: USUAL.hatched + hatched, not: USUAL.not + Math.max(0, expected - hatched) }
}

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
