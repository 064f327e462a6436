type Words = { readonly [key: string]: string | readonly string[] | ((...said: never[]) => string) | Words }

const CHOSEN = 'perlumen-language'

/**
 * Words in the language of this page. English is the only real one. In the pseudo-language every letter is another and
 * every sentence is longer, so that a test sees what comes from no table and what is cut off.
 */
export function spoken<T extends Words>(words: T): T {
  return IS_PSEUDO ? (inPseudo(words) as T) : words
}

/** One sentence in the language of this page. */
export function inLanguage(said: string): string {
  return IS_PSEUDO ? pseudo(said) : said
}

/** Every letter is another: for tests. */
export const PSEUDO = 'pseudo'

/** It holds until the page is left. */
const IS_PSEUDO = chosenLanguage() === PSEUDO

/** What this browser was told to speak; null where nobody chose. */
export function chosenLanguage(): string | null {
  try {
    const { localStorage } = globalThis as { localStorage?: { getItem: (key: string) => string | null } }
    return localStorage?.getItem(CHOSEN) ?? null
  } catch {
    // A browser that keeps nothing speaks English.
    return null
  }
}

function inPseudo(words: unknown): unknown {
  if (typeof words === 'string') return pseudo(words)
  if (typeof words === 'function') return (...said: unknown[]) => pseudo(String(words(...said)))
  if (Array.isArray(words)) return words.map(inPseudo)
  return Object.fromEntries(Object.entries(words as Words).map(([key, said]) => [key, inPseudo(said)]))
}

const PLAIN = 'bcdfghjklmnpqrstvwxzBCDFGHJKLMNPQRSTVWXZ'
const OTHER = 'ƀçđƒğħĵķłɱñþʠŕšŧṽŵẋžƁÇĐƑĞĦĴĶŁṀÑÞɊŔŠŦṼŴẊŽ'
const VOWELS = 'aeiouyAEIOUY'
const OTHER_VOWELS = 'áéíóúýÁÉÍÓÚÝ'

/** What was said in it already stays as it is: none of its letters is a plain one. Vowels are doubled. */
export function pseudo(said: string): string {
  return said.replace(/[a-z]/gi, (letter) => {
    const vowel = OTHER_VOWELS[VOWELS.indexOf(letter)]
    return vowel ? vowel + vowel.toLowerCase() : (OTHER[PLAIN.indexOf(letter)] ?? letter)
  })
}
