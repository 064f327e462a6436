import english from '../../locales/en/shared.json'
import { wordsOf } from '../../locales/words-of.ts'

/** What the pages of this job say. */
export const t = wordsOf('shared', english)

/** What is counted in sentences. */
export type Counted = keyof typeof english.count
