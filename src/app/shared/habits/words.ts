import english from '../../../locales/en/habits.json'
import { wordsOf } from '../../../locales/words-of.ts'

/** What is said of a keeper’s own ways with air and turning. */
export const t = wordsOf('habits', english)
