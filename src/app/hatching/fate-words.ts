import type { Fate } from '../../core/hatching/results.ts'

export const FATE_WORDS: Readonly<Record<Fate, string>> = {
  hatched: 'hatched',
  'living-removed': 'taken out or opened alive',
  infertile: 'not fertile',
  early: 'died in the first third',
  middle: 'died in the second third',
  late: 'died in the last third',
  pipped: 'pipped and died',
  'clear-unopened': 'taken out as clear, not opened',
  'ring-unopened': 'taken out as a blood ring, not opened: died in the first third',
  'dead-unopened': 'taken out as dead or in doubt, or died on a day that nobody knows',
  unknown: 'still open',
}

/** Less than this many eggs can hardly tell one half from three quarters. */
export const FEW = 20
