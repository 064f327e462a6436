import type { Practised } from '../../contracts/records/practice-record.ts'
import type { Confusion, Cost, Sureness } from '../../core/learning/confusions.ts'
import type { Rule } from '../../core/learning/rules.ts'
import { WORDS } from './words.ts'

export const CONFUSION_WORDS: Readonly<Record<Confusion, string>> = {
  plain: WORDS.aClearCase,
  'ring-or-vein': WORDS.aFaintRingOrVeins,
  'yolk-or-embryo': WORDS.aShadeOfYolkOr,
  'quitter-or-living': WORDS.aLateQuitterOrLiving,
  'dark-shell': WORDS.aDarkShellOrNothing,
}

export const SURENESS_WORDS: Readonly<Record<Sureness, string>> = {
  guess: 'A guess',
  rather: WORDS.fairlySure,
  sure: WORDS.sure,
}

export const RULE_WORDS: Readonly<Record<Rule, string>> = {
  'first-sight': WORDS.everythingYouCallDeadAt,
  'sure-only': WORDS.onlyWhatYouAreSure,
  hold: WORDS.onlyRingsYouAreSure,
}

/** What the answer would have done at the incubator, kindly. */
export const COST_WORDS: Readonly<Record<Cost['what'], string>> = {
  'living-removed': WORDS.inARealTrayYou,
  'dead-left': WORDS.itWouldHaveStayedIn,
  waited: WORDS.waitingCostsASecondLook,
  nothing: '',
}

/** What tells the grades apart, to be looked for in the drawn lines. */
export const GIVEAWAY = {
  developing: WORDS.vesselsThatBranchFromA,
  clear: WORDS.anEvenGlowWithNo,
  'blood-ring': WORDS.oneLineThatClosesAround,
  quitter: WORDS.aBodyWithoutLivingVessels,
} as const

/** By how much the line drawn by hand is off. @param isOwn - on a photograph of one's own, where only the measured line is known */
export function wordsOfCell(cell: Practised['cell'], isOwn: boolean): string {
  if (!cell) return ''
  const points = Math.abs(100 * (cell.drawn - cell.was)).toFixed(1)
  const side = cell.drawn > cell.was ? 'deep' : 'shallow'
  const tilt = cell.tilt
    ? WORDS.tiltAbsOff(Math.abs((180 / Math.PI) * (cell.tilt.drawnRad - cell.tilt.wasRad)).toFixed(0))
    : ''
  const against = isOwn ? WORDS.comparedWithTheMeasuredLine : ''
  return WORDS.yourLineWasPointsOf(points, side, tilt, against)
}
