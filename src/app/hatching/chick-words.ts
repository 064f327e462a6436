import type { ChickState } from '../../contracts/records/egg-record.ts'
import { t } from './words.ts'

export const CHICK_WORDS: Readonly<Record<ChickState, string>> = {
  well: 'well',
  weak: 'weak',
  lost: 'lost',
  'given-away': t('chick.givenAway'),
}
