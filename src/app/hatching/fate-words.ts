import type { Fate } from '../../core/hatching/results.ts'

export const FATE_WORDS: Readonly<Record<Fate, string>> = {
  hatched: 'hatched',
  'living-removed': 'removed or opened alive',
  infertile: 'infertile',
  early: 'died in the first third',
  middle: 'died in the second third',
  late: 'died in the last third',
  pipped: 'pipped and died',
  'candled-out-clear': 'removed as clear, not opened',
  'candled-out-ring': 'removed as a blood ring, not opened: died in the first third',
  'candled-out-dead': 'removed as dead or doubtful, or day of death unknown',
  unknown: 'still open',
}

/** Less than this many eggs can hardly tell one half from three quarters. */
export const FEW = 20
