import type { Grade, SuggestedGrade } from '../grade-names.ts'
import type { Shell } from '../species/species.ts'

/** What candlers take for each other; practice is chosen by these. */
export const CONFUSIONS = [
  'plain',
  'ring-or-vein',
  'yolk-or-embryo',
  'quitter-or-living',
  'dark-shell',
] as const
export type Confusion = (typeof CONFUSIONS)[number]

/** Up to here a living embryo is a faint spot, and its vessels are taken for a ring, fractions of incubation. */
const FAINT_UNTIL = 0.26
const VEINED_UNTIL = 0.5

/** What an egg of the incubator is most easily taken for. */
export function confusionOf(egg: { truth: Grade; stage: number; shell: Shell }): Confusion {
  const { truth, stage, shell } = egg
  if (shell === 'dark' || shell === 'brown') return 'dark-shell'
  if (truth === 'blood-ring') return 'ring-or-vein'
  if (truth === 'clear') return 'yolk-or-embryo'
  if (truth === 'quitter') return 'quitter-or-living'
  if (stage < FAINT_UNTIL) return 'yolk-or-embryo'
  return stage < VEINED_UNTIL ? 'ring-or-vein' : 'quitter-or-living'
}

/** How sure one was, as chances of being right that one would bet on. */
export const SURENESSES = { guess: 0.5, rather: 0.75, sure: 0.95 } as const
export type Sureness = keyof typeof SURENESSES

/** One card, answered. */
export interface Answer {
  confusion: Confusion
  truth: Exclude<SuggestedGrade, 'unsure'>
  said: SuggestedGrade
  sure: Sureness
  atMs: number
}

export function isRight({ truth, said }: Pick<Answer, 'truth' | 'said'>): boolean {
  return said === truth
}

/** What a word at the lamp costs, in living eggs. */
export interface Cost {
  cost: number
  what: 'living-removed' | 'dead-left' | 'waited' | 'nothing'
}

/**
 * What it costs to have said that: a living egg that is taken out is lost; a dead one that is left in goes bad once in a
 * while; who waits holds it in the hand once more. Which kind of dead it was costs nothing.
 */
export function costOf({ truth, said }: Pick<Answer, 'truth' | 'said'>): Cost {
  if (said === 'unsure') return { cost: truth === 'developing' ? 0.01 : 0.03, what: 'waited' }
  const isLiving = truth === 'developing'
  const staysIn = said === 'developing'
  if (isLiving && !staysIn) return { cost: 1, what: 'living-removed' }
  if (!isLiving && staysIn) return { cost: 0.1, what: 'dead-left' }
  return { cost: 0, what: 'nothing' }
}
