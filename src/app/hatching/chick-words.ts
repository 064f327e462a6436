import type { ChickState } from '../../contracts/records/egg-record.ts'

export const CHICK_WORDS: Readonly<Record<ChickState, string>> = {
  well: 'well',
  weak: 'weak',
  lost: 'lost',
  'given-away': 'given away',
}
