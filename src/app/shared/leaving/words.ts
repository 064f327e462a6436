import english from '../../../locales/en/leaving.json'
import { wordsOf } from '../../../locales/words-of.ts'

/** What is said as an egg leaves. */
export const t = wordsOf('leaving', english)
