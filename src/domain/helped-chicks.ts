import type { Egg } from '../contracts/records/egg-state.ts'
import { HELP_AFTER_HOURS } from '../core/hatching/hatch-methods.ts'
import { wilsonInterval, type Share } from '../core/statistics/share.ts'
import { HOUR_MS } from '../core/time/durations.ts'

/** What became of chicks that were helped, and of those that were as late and were not; null of none. */
export interface HelpedChicks {
  helped: Share | null
  /** Not out within {@link HELP_AFTER_HOURS} of the pip, and left alone. */
  leftAlone: Share | null
}

/** @param eggs - of which it is known what became; open ones are left out */
export function helpedChicks(eggs: readonly Egg[]): HelpedChicks {
  const known = eggs.filter(({ outcome }) => outcome !== null)
  const lived = ({ outcome, chick }: Egg): boolean => outcome?.found === 'hatched' && chick?.state !== 'lost'
  const shareOf = (some: readonly Egg[]): Share | null =>
    wilsonInterval(some.filter(lived).length, some.length)
  const isLate = ({ pipped, outcome }: Egg): boolean =>
    pipped !== null &&
    (outcome!.found !== 'hatched' ||
      Date.parse(outcome!.at) - Date.parse(pipped.at) > HELP_AFTER_HOURS * HOUR_MS)
  return {
    helped: shareOf(known.filter(({ helped }) => helped !== null)),
    leftAlone: shareOf(known.filter((egg) => egg.helped === null && isLate(egg))),
  }
}
