import english from '../../locales/en/candling.json'
import { wordsOf } from '../../locales/words-of.ts'

/** What the pages of this job say. */
export const t = wordsOf('candling', english)
