import { readLabelCode } from '../contracts/files/label-code.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import type { EggOfBook } from './eggs-of-book.ts'
import { eggsWith } from './eggs-of-book.ts'

/** What somebody looked for, and where it is. */
export type Found =
  | { kind: 'page'; id: string; name: string; path: string }
  | { kind: 'set'; id: string; name: string; set: EggSet }
  | { kind: 'tray'; id: string; name: string; set: EggSet }
  | { kind: 'egg'; id: string; name: string; set: EggSet }

/** More are a list nobody reads. */
const MOST_OF_A_KIND = 6

interface Places {
  pages: ReadonlyArray<readonly [path: string, name: string]>
  sets: readonly EggSet[]
  eggs: readonly EggOfBook[]
}

/**
 * Pages, sets, trays and eggs of which all words are found in their names; or the one whose label bears this code.
 * @param words - as they are typed, or as a reader of codes types them
 */
export function findInBook(words: string, { pages, sets, eggs }: Places): Found[] {
  const label = readLabelCode(words.trim())
  if (label?.kind === 'egg') return eggs.filter(({ egg }) => egg.id === label.id).map(foundEgg)
  if (label?.kind === 'tray')
    return sets.flatMap((set) =>
      set.trays
        .filter(({ id }) => id === label.id)
        .map(({ id, name }): Found => ({ kind: 'tray', id, name: `${set.name}, ${name}`, set })),
    )
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  if (wanted.length === 0) return pages.map(foundPage)
  const fits = (name: string): boolean => wanted.every((word) => name.toLowerCase().includes(word))
  return [
    ...pages.filter(([, name]) => fits(name)).map(foundPage),
    ...sets
      .filter(({ name, breed }) => fits(`${name} ${breed}`))
      .slice(0, MOST_OF_A_KIND)
      .map((set): Found => ({ kind: 'set', id: set.id, name: set.name, set })),
    ...eggsWith(eggs, words).slice(0, MOST_OF_A_KIND).map(foundEgg),
  ]
}

const foundPage = ([path, name]: readonly [string, string]): Found => ({ kind: 'page', id: path, name, path })
const foundEgg = ({ egg, set, place }: EggOfBook): Found => ({
  kind: 'egg',
  id: egg.id,
  name: `${set.name}, ${place || `#${egg.number}`}`,
  set,
})
