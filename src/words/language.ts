/** What is put into a sentence: what was counted or named, already in words or as a number. */
export type Said = string | number

type Words = Readonly<Record<string, string | ((...said: never[]) => string)>>

const CHOSEN = 'perlumen-language'

/**
 * The words of a job, in the language of this page. English is the only real one; in the pseudo-language every letter
 * is another and every sentence longer, so that a test sees what comes from no table and what is cut off.
 */
export function spoken<T extends Words>(words: T): T {
  if (!isPseudo()) return words
  return Object.fromEntries(
    Object.entries(words).map(([key, said]) => [
      key,
      typeof said === 'string' ? pseudo(said) : (...args: never[]) => pseudo(said(...args)),
    ]),
  ) as T
}

/** Whether this page speaks the pseudo-language; it holds until the page is left. */
export function isPseudo(): boolean {
  try {
    return globalThis.localStorage?.getItem(CHOSEN) === 'pseudo'
  } catch {
    return false
  }
}

const LETTERS: Readonly<Record<string, string>> = {
  a: 'áá',
  e: 'éé',
  i: 'íí',
  o: 'óó',
  u: 'úú',
  y: 'ýý',
}

/** The same for what was said already: letters that are others stay as they are. */
export function pseudo(said: string): string {
  return said.replace(/[a-z]/gi, (letter) => {
    const vowel = LETTERS[letter.toLowerCase()]
    if (vowel) return letter === letter.toLowerCase() ? vowel : vowel.toUpperCase()
    // A consonant as a full-width one is as wide as one and a half.
    return String.fromCodePoint((letter.codePointAt(0) ?? 0) + 0x1d400 - 0x41 - (letter >= 'a' ? 6 : 0))
  })
}
