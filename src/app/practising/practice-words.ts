import type { Confusion, Cost, Sureness } from '../../core/practice/confusions.ts'
import type { Rule } from '../../core/practice/rules.ts'

export const CONFUSION_WORDS: Readonly<Record<Confusion, string>> = {
  plain: 'what is plain to see',
  'ring-or-vein': 'a faint ring, or veins',
  'yolk-or-embryo': 'a shade of yolk, or a young embryo',
  'quitter-or-living': 'a late quitter, or living',
  'dark-shell': 'a dark shell, or nothing in it',
}

export const SURENESS_WORDS: Readonly<Record<Sureness, string>> = {
  guess: 'A guess',
  rather: 'Rather sure',
  sure: 'Sure',
}

export const RULE_WORDS: Readonly<Record<Rule, string>> = {
  'first-sight': 'Whatever you take for dead, at once.',
  'sure-only': 'Only what you are sure of; a second look for the rest.',
  hold: 'Only rings you are sure of; the rest stays to lockdown.',
}

/** What the answer would have done at the incubator, kindly. */
export const COST_WORDS: Readonly<Record<Cost['what'], string>> = {
  'living-removed':
    'At the incubator a living egg would have come out. Here nobody was hurt; that is what this is for.',
  'dead-left': 'It would have stayed in. A second look in a few days would find it; the smell might, sooner.',
  waited: 'Waiting costs a second look and hurts nobody.',
  nothing: '',
}

/** What tells the grades apart, to be looked for in the drawn lines. */
export const GIVEAWAY = {
  developing: 'Vessels that run from a body, thinner and thinner, and a dark body with a soft edge.',
  clear: 'An even glow: no line, no body. A shade that drifts when it is turned is yolk.',
  'blood-ring': 'One line that closes around an empty middle; veins fork and never close.',
  quitter: 'A body without living vessels; it does not brighten, its edge has gone soft, contents are murky.',
} as const
