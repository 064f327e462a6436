import type { SpeciesName } from '../../species/species.ts'
import { daysBetween, type LocalDate } from '../../time/local-date.ts'
import type { Crack } from './cracks.ts'
import { sizeFaults, type EggSize, type SizeFault } from './egg-figures.ts'
import { BEST_STORAGE_DAYS, expectedHatch, STORAGE_LIMIT_DAYS, TOO_OLD_DAYS } from './hatchability.ts'

/** What is known of one egg in the basket. */
export interface EggInHand {
  id: string
  species: SpeciesName
  /** null when nobody wrote it down. */
  laidOn: LocalDate | null
  posted: boolean
  crack: Crack
  /** A hairline sealed with unscented wax. */
  waxed: boolean
  size?: EggSize | null
  weightG?: number | null
}

export type AdviceReason =
  | { code: 'leaking' | 'hairline' | 'hairline-waxed' | 'laid-unknown' | 'no-place' }
  | { code: 'laid-later' | 'old' | 'too-old' | 'aging'; days: number }
  | { code: 'size'; fault: SizeFault }

export interface EggAdvice {
  id: string
  set: boolean
  /** Days from laying to setting; null when unknown. */
  storageDays: number | null
  /** Expected share of such eggs that hatch. */
  expectedHatch: number
  reasons: AdviceReason[]
}

/** Eggs of unknown age are taken to be this old: half of what a careful keeper stores. */
const ASSUMED_STORAGE_DAYS = 5
const ODD_SIZE_FACTOR = 0.85
const WAXED_FACTOR = 0.6

/**
 * Which eggs to set when there are more than places: sound before cracked, then by expected hatch. Unfit eggs stay
 * out even where there is room.
 * @param places - how many the trays hold
 * @param setOn - local date of setting
 * @param usualHatch - see `expectedHatch`
 */
export function adviseSetting(
  eggs: readonly EggInHand[],
  { places, setOn, usualHatch }: { places: number; setOn: LocalDate; usualHatch?: number },
): EggAdvice[] {
  // Many eggs share a day of laying, and calendar arithmetic is dear.
  const storage = new Map<LocalDate, number>()
  for (const { laidOn } of eggs)
    if (laidOn !== null && !storage.has(laidOn)) storage.set(laidOn, daysBetween(laidOn, setOn))
  const judged = eggs.map((egg) =>
    judge(egg, { storageDays: egg.laidOn === null ? null : storage.get(egg.laidOn)!, usualHatch }),
  )
  const fit = judged
    .filter((advice) => advice.set)
    .sort(
      (a, b) =>
        b.expectedHatch - a.expectedHatch || (a.storageDays ?? Infinity) - (b.storageDays ?? Infinity),
    )
  const placed = new Set(fit.slice(0, Math.max(0, places)).map((advice) => advice.id))
  return judged.map((advice) =>
    advice.set && !placed.has(advice.id)
      ? { ...advice, set: false, reasons: [...advice.reasons, { code: 'no-place' }] }
      : advice,
  )
}

function judge(
  egg: EggInHand,
  { storageDays, usualHatch }: { storageDays: number | null; usualHatch?: number },
): EggAdvice {
  const reasons: AdviceReason[] = []
  let set = true
  let factor = 1
  const leaveOut = (reason: AdviceReason): void => {
    reasons.push(reason)
    set = false
  }
  if (egg.crack === 'leaking') leaveOut({ code: 'leaking' })
  else if (egg.crack === 'hairline' && !egg.waxed) leaveOut({ code: 'hairline' })
  else if (egg.crack === 'hairline') {
    reasons.push({ code: 'hairline-waxed' })
    factor *= WAXED_FACTOR
  }
  if (storageDays === null) reasons.push({ code: 'laid-unknown' })
  else if (storageDays < 0) leaveOut({ code: 'laid-later', days: -storageDays })
  else if (storageDays > TOO_OLD_DAYS) leaveOut({ code: 'too-old', days: storageDays })
  else if (storageDays > STORAGE_LIMIT_DAYS) reasons.push({ code: 'old', days: storageDays })
  else if (storageDays > BEST_STORAGE_DAYS) reasons.push({ code: 'aging', days: storageDays })
  for (const fault of sizeFaults(egg.species, egg)) {
    reasons.push({ code: 'size', fault })
    factor *= ODD_SIZE_FACTOR
  }
  const days = Math.max(0, storageDays ?? ASSUMED_STORAGE_DAYS)
  return {
    id: egg.id,
    set,
    storageDays,
    reasons,
    expectedHatch: factor * expectedHatch({ storageDays: days, posted: egg.posted, usualHatch }),
  }
}
