import type { Practised } from '../../contracts/records/practice-record.ts'
import type { Confusion, Cost, Sureness } from '../../core/learning/confusions.ts'
import type { Rule } from '../../core/learning/rules.ts'

export const CONFUSION_WORDS: Readonly<Record<Confusion, string>> = {
  plain: 'a clear case',
  'ring-or-vein': 'a faint ring, or veins',
  'yolk-or-embryo': 'a shade of yolk, or a young embryo',
  'quitter-or-living': 'a late quitter, or living',
  'dark-shell': 'a dark shell, or nothing in it',
}

export const SURENESS_WORDS: Readonly<Record<Sureness, string>> = {
  guess: 'A guess',
  rather: 'Fairly sure',
  sure: 'Sure',
}

export const RULE_WORDS: Readonly<Record<Rule, string>> = {
  'first-sight': 'Everything you call dead, at once.',
  'sure-only': 'Only what you are sure of; second look for the rest.',
  hold: 'Only rings you are sure of; the rest stays until lockdown.',
}

/** What the answer would have done at the incubator, kindly. */
export const COST_WORDS: Readonly<Record<Cost['what'], string>> = {
  'living-removed':
    'In a real tray you would have removed a living egg. Here no harm is done; that is what practice is for.',
  'dead-left': 'It would have stayed in. A second look in a few days would find it.',
  waited: 'Waiting costs a second look and does no harm.',
  nothing: '',
}

/** What tells the grades apart, to be looked for in the drawn lines. */
export const GIVEAWAY = {
  developing: 'Vessels that branch from a dark, soft-edged body and get thinner.',
  clear: 'An even glow with no lines and no body. A shade that drifts when turned is yolk.',
  'blood-ring': 'One line that closes around an empty middle. Veins fork and never close.',
  quitter: 'A body without living vessels, with a soft edge and murky contents.',
} as const

/** By how much the line drawn by hand is off. @param isOwn - on a photograph of one's own, where only the measured line is known */
export function wordsOfCell(cell: Practised['cell'], isOwn: boolean): string {
  if (!cell) return ''
  const points = Math.abs(100 * (cell.drawn - cell.was)).toFixed(1)
  const side = cell.drawn > cell.was ? 'deep' : 'shallow'
  const tilt = cell.tilt
    ? `, tilt ${Math.abs((180 / Math.PI) * (cell.tilt.drawnRad - cell.tilt.wasRad)).toFixed(0)}° off`
    : ''
  const against = isOwn ? '; compared with the measured line' : ''
  return `Your line was ${points} points of the length too ${side}${tilt}${against}.`
}
