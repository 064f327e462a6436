import type { Practised } from '../../contracts/records/practice-record.ts'
import type { Confusion, Cost, Sureness } from '../../core/learning/confusions.ts'
import type { Rule } from '../../core/learning/rules.ts'
import { t } from './words.ts'

export const CONFUSION_WORDS: Readonly<Record<Confusion, string>> = {
  plain: t('confusion.clearCase'),
  'ring-or-vein': t('confusion.ringOrVeins'),
  'yolk-or-embryo': t('confusion.yolkOrEmbryo'),
  'quitter-or-living': t('confusion.quitterOrLiving'),
  'dark-shell': t('confusion.darkOrNothing'),
}

export const SURENESS_WORDS: Readonly<Record<Sureness, string>> = {
  guess: 'A guess',
  rather: t('sureness.fairly'),
  sure: t('sureness.sure'),
}

export const RULE_WORDS: Readonly<Record<Rule, string>> = {
  'first-sight': t('rule.firstSight'),
  'sure-only': t('rule.sureOnly'),
  hold: t('rule.hold'),
}

/** What the answer would have done at the incubator, kindly. */
export const COST_WORDS: Readonly<Record<Cost['what'], string>> = {
  'living-removed': t('cost.livingRemoved'),
  'dead-left': t('cost.stayedIn'),
  waited: t('cost.waiting'),
  nothing: '',
}

/** What tells the grades apart, to be looked for in the drawn lines. */
export const GIVEAWAY = {
  developing: t('giveaway.developing'),
  clear: t('giveaway.clear'),
  'blood-ring': t('giveaway.bloodRing'),
  quitter: t('giveaway.quitter'),
} as const

/** By how much the line drawn by hand is off. @param isOwn - on a photograph of one's own, where only the measured line is known */
export function wordsOfCell(cell: Practised['cell'], isOwn: boolean): string {
  if (!cell) return ''
  const points = Math.abs(100 * (cell.drawn - cell.was)).toFixed(1)
  const side = cell.drawn > cell.was ? 'deep' : 'shallow'
  const tilt = cell.tilt
    ? t('line.tilt', {
        degrees: Math.abs((180 / Math.PI) * (cell.tilt.drawnRad - cell.tilt.wasRad)).toFixed(0),
      })
    : ''
  const against = isOwn ? t('line.againstMeasured') : ''
  return t('line.error', { points, side, tilt, against })
}
