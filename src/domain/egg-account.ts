import { isIn, type Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import type { Fate } from '../core/hatching/results.ts'
import { eggOutcomes } from './egg-outcomes.ts'

/** Where the eggs of a set are, or what became of them; each is in one of these. */
export const ACCOUNTS = ['in', 'hatched', 'dead', 'alive', 'rotten', 'handling', 'passed-on'] as const
export type Account = (typeof ACCOUNTS)[number]

const ACCOUNT_OF: Readonly<Record<Fate, Account>> = {
  hatched: 'hatched',
  'living-removed': 'alive',
  infertile: 'dead',
  early: 'dead',
  middle: 'dead',
  late: 'dead',
  pipped: 'dead',
  'candled-out-clear': 'dead',
  'candled-out-ring': 'dead',
  'candled-out-dead': 'dead',
  rotten: 'rotten',
  handling: 'handling',
  'passed-on': 'passed-on',
  unknown: 'in',
}

/** How many of the set's eggs are where: the sum is the eggs that were set. */
export function eggAccount(
  set: Pick<EggSet, 'species' | 'plan'>,
  eggs: readonly Egg[],
): Readonly<Record<Account, number>> {
  const account = Object.fromEntries(ACCOUNTS.map((name) => [name, 0])) as Record<Account, number>
  const fates = eggOutcomes(set, eggs)
  for (const [i, egg] of eggs.entries()) account[isIn(egg) ? 'in' : ACCOUNT_OF[fates[i]!]]++
  return account
}
