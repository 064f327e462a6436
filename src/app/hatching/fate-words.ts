import type { Fate } from '../../core/hatching/results.ts'
import { t } from './words.ts'

export const FATE_WORDS: Readonly<Record<Fate, string>> = {
  hatched: 'hatched',
  'living-removed': t('fate.livingRemoved'),
  infertile: 'infertile',
  early: t('fate.early'),
  middle: t('fate.middle'),
  late: t('fate.late'),
  pipped: t('fate.pipped'),
  'candled-out-clear': t('fate.removedClear'),
  'candled-out-ring': t('fate.removedRing'),
  'candled-out-dead': t('fate.removedDead'),
  rotten: t('fate.rotten'),
  handling: t('fate.handling'),
  'passed-on': t('fate.passedOn'),
  unknown: t('fate.open'),
}

/** Less than this many eggs can hardly tell one half from three quarters. */
export const FEW = 20
