import type { WhichBook } from '../../contracts/records/which-book.ts'

const CHOSEN = 'perlumen-book'
const FILL = 'perlumen-book-fill'

let opened: WhichBook | null = null

/** Which book this page is about. It holds until the page is left, whatever another tab chooses. */
export function whichBook(): WhichBook {
  return (opened ??= stored()?.getItem(CHOSEN) === 'made-up' ? 'made-up' : 'own')
}

/** Of what the browser keeps for this book alone: no two books share a name. */
export function nameInBook(name: string): string {
  return whichBook() === 'own' ? `perlumen-${name}` : `perlumen-made-up-${name}`
}

/** Whether nobody has ever chosen a book in this browser. */
export function noneChosen(): boolean {
  return stored()?.getItem(CHOSEN) === null
}

/** Another book is another page: nothing of this one may stay in memory. */
export function turnTo(book: WhichBook): void {
  stored()?.setItem(CHOSEN, book)
  if (book === 'made-up') sessionStorage.setItem(FILL, 'yes')
  location.hash = '#/'
  location.reload()
}

/** Whether somebody has just turned to the made-up hatchery, which is then filled where it is empty. Asked once. */
export function isToBeFilled(): boolean {
  const wanted = whichBook() === 'made-up' && sessionStorage.getItem(FILL) !== null
  if (wanted) sessionStorage.removeItem(FILL)
  return wanted
}

/** For tests, which share what is in memory: the last one leaves `own`. */
export function pretend(book: WhichBook): void {
  opened = book
}

/** Null where there is no browser, or it keeps nothing. */
function stored(): Storage | null {
  try {
    return globalThis.localStorage ?? null
  } catch {
    return null
  }
}
