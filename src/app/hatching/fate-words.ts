import type { Fate } from '../../core/hatching/results.ts'
import { WORDS } from './words.ts'

export const FATE_WORDS: Readonly<Record<Fate, string>> = {
  hatched: 'hatched',
  'living-removed': WORDS.removedOrOpenedAlive,
  infertile: 'infertile',
  early: WORDS.diedInTheFirstThird,
  middle: WORDS.diedInTheSecondThird,
  late: WORDS.diedInTheLastThird,
  pipped: WORDS.pippedAndDied,
  'candled-out-clear': WORDS.removedAsClearNotOpened,
  'candled-out-ring': WORDS.removedAsABloodRing,
  'candled-out-dead': WORDS.removedAsDeadOrDoubtful,
  unknown: WORDS.stillOpen,
}

/** Less than this many eggs can hardly tell one half from three quarters. */
export const FEW = 20
