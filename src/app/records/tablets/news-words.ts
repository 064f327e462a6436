import type { Preview } from '../../../domain/meeting/meet.ts'
import { count } from '../../shared/wording.ts'
import { changeWords } from '../merge-words.ts'
import { t } from './words.ts'

const MOST_CHANGES = 3

/** What another book would bring, in one line: what came and changed, and how much there is to decide. */
export function newsWords({ changes, conflicts, settled }: Omit<Preview, 'isHeld'>): string {
  const said = changes.slice(0, MOST_CHANGES).map(changeWords)
  if (changes.length > MOST_CHANGES) said.push(t('news.andMore'))
  const asked = conflicts.length + settled.length
  if (asked > 0) said.push(t('news.toDecide', { things: count(asked, 'thing') }))
  return said.length > 0 ? said.join('; ') : t('news.onlyAnswers')
}
