import type { Preview } from '../../../domain/meeting/meet.ts'
import { count } from '../../shared/wording.ts'
import { changeWords } from '../merge-words.ts'
import { WORDS } from './words.ts'

const MOST_CHANGES = 3

/** What another book would bring, in one line: what came and changed, and how much there is to decide. */
export function newsWords({ changes, conflicts, settled }: Omit<Preview, 'isHeld'>): string {
  const said = changes.slice(0, MOST_CHANGES).map(changeWords)
  if (changes.length > MOST_CHANGES) said.push(WORDS.andMore)
  const asked = conflicts.length + settled.length
  if (asked > 0) said.push(WORDS.toDecide(count(asked, 'thing')))
  return said.length > 0 ? said.join('; ') : WORDS.onlyAnswers
}
