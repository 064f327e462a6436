import { wilsonInterval, type Share } from '../statistics/share.ts'
import { costOf, type Answer, type Cost } from './confusions.ts'

/** When an egg that one takes for dead comes out: the removal policies of the incubator, by one person's own words. */
export const RULES = ['first-sight', 'sure-only', 'hold'] as const
export type Rule = (typeof RULES)[number]

/** What an answer would have cost under a rule; see {@link costOf}. */
export function costUnder(rule: Rule, answer: Pick<Answer, 'truth' | 'said' | 'sure'>): Cost {
  const { truth, said, sure } = answer
  const asSaid = costOf(answer)
  if (said === 'developing' || said === 'unsure') return asSaid
  const comesOut =
    rule === 'first-sight' || (sure === 'sure' && (rule === 'sure-only' || said === 'blood-ring'))
  if (comesOut) return asSaid
  // Held to lockdown a dead egg lies as long as one that nobody doubted; a second look comes sooner.
  return rule === 'hold' && truth !== 'developing'
    ? costOf({ truth, said: 'developing' })
    : costOf({ truth, said: 'unsure' })
}

/** What a rule would have made of all answers. */
export interface RuleFigures {
  rule: Rule
  /** Living eggs that would have been taken out, of all that were alive. */
  livingRemoved: Share | null
  /** In living eggs, for each hundred looked at. */
  costPer100: number
}

/** Fewer answers say nothing of a person. */
export const LEAST_ANSWERS = 20

/** @returns the rules with the one that costs this person least first, equal ones the more careful first; null while too little is known */
export function rulesFor(answers: readonly Answer[]): RuleFigures[] | null {
  if (answers.length < LEAST_ANSWERS) return null
  const living = answers.filter(({ truth }) => truth === 'developing').length
  return RULES.map((rule) => {
    const costs = answers.map((answer) => costUnder(rule, answer))
    return {
      rule,
      livingRemoved: wilsonInterval(costs.filter(({ what }) => what === 'living-removed').length, living),
      costPer100: (100 * costs.reduce((sum, { cost }) => sum + cost, 0)) / answers.length,
    }
  })
    .reverse()
    .sort((a, b) => a.costPer100 - b.costPer100)
}
