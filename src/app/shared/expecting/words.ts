import english from '../../../locales/en/expecting.json'
import { wordsOf } from '../../../locales/words-of.ts'

/** What is said of chicks that are still to come. */
export const t = wordsOf('expecting', english)
