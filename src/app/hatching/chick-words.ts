import type { ChickState } from '../../contracts/records/egg-record.ts'
import { WORDS } from './words.ts'

export const CHICK_WORDS: Readonly<Record<ChickState, string>> = {
  well: 'well',
  weak: 'weak',
  lost: 'lost',
  'given-away': WORDS.givenAway,
}
