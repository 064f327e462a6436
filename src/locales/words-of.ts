import { createI18n } from 'vue-i18n'
import { chosenLanguage, PSEUDO, pseudo } from '../words/language.ts'

/** What is put into a sentence: what was counted or named, already in words or as a number. */
export type Said = string | number

/** Messages of a job, by screen: leaves are sentences in the syntax of vue-i18n. */
interface Messages {
  readonly [key: string]: string | Messages
}

/** The addresses of all sentences, as `screen.sentence`. */
type KeyOf<T> = {
  [K in keyof T & string]: T[K] extends string ? K : `${K}.${KeyOf<T[K]>}`
}[keyof T & string]

const ENGLISH = 'en'

const IS_PSEUDO = chosenLanguage() === PSEUDO

/**
 * All words of the program. English comes with the code that says it; another language is brought in before the first
 * page. A language holds until the page is left. In the pseudo-language every letter is another and every sentence is
 * longer, so that a test sees what comes from no table and what is cut off.
 */
const i18n = createI18n({
  legacy: false,
  locale: ENGLISH,
  fallbackLocale: ENGLISH,
  messages: { [ENGLISH]: {} },
  postTranslation: (said) => (IS_PSEUDO ? pseudo(String(said)) : String(said)),
})

/**
 * The words of a job.
 * @param job - as its file is called
 * @param english - that file
 * @returns what says a sentence: its address, what is put into it by name, and what is counted where it has a plural
 */
export function wordsOf<T extends Messages>(
  job: string,
  english: T,
): (key: KeyOf<T>, said?: Readonly<Record<string, Said>>, count?: number) => string {
  i18n.global.mergeLocaleMessage(ENGLISH, { [job]: english })
  const { t } = i18n.global as unknown as { t: (key: string, named: object, count?: number) => string }
  return (key, said = {}, count) =>
    count === undefined ? t(`${job}.${key}`, said) : t(`${job}.${key}`, said, count)
}
