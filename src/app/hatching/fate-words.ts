import type { Fate } from '../../core/hatching/results.ts'
import type { Share } from '../../core/statistics/share.ts'

export const FATE_WORDS: Readonly<Record<Fate, string>> = {
  hatched: 'hatched',
  'living-removed': 'taken out or opened alive',
  infertile: 'not fertile',
  early: 'died in the first third',
  middle: 'died in the second third',
  late: 'died in the last third',
  pipped: 'pipped and died',
  'clear-unopened': 'taken out as clear, not opened',
  'dead-unopened': 'taken out as dead, or died on a day that nobody knows',
  unknown: 'still open',
}

/** Less than this many eggs can hardly tell one half from three quarters. */
export const FEW = 20

const percent = (value: number): string => `${Math.round(100 * value)}`

/** "15 of 21, 71 % (50–86 %)". */
export function shareWords(share: Share | null): string {
  if (!share) return 'not known yet'
  return `${share.count} of ${share.of}, ${percent(share.count / share.of)} % (${percent(share.low)}–${percent(share.high)} %)`
}
