import english from '../../../locales/en/cleaning.json'
import { wordsOf } from '../../../locales/words-of.ts'

/** What is said of an incubator that is to be washed. */
export const t = wordsOf('cleaning', english)
