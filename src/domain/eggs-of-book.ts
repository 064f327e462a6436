import { isIn, type Egg } from '../contracts/records/egg-state.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'
import { inCandlingOrder, nameOfPlace } from '../core/tray/layout.ts'
import { breedOf } from '../contracts/records/egg-kind.ts'
import { standingGrade } from './own-grade.ts'

/** Where an egg is now, or what became of it. `reference` eggs were never set. */
export const EGG_STANDINGS = ['in', 'hatched', 'opened', 'removed', 'reference', 'not-set'] as const
export type EggStanding = (typeof EGG_STANDINGS)[number]

/** An egg as it is found again among all of the book. */
export interface EggOfBook {
  egg: Egg
  set: EggSet
  /** "B3", or empty where it has none. */
  place: string
  breed: string
  /** The last look, its grade by a person or else as suggested. */
  look: LookRecord | null
  grade: SuggestedGrade | null
  standing: EggStanding
}

/** All eggs of the sets, in the order of the sets and as they are candled. */
export function eggsOfBook(
  sets: readonly EggSet[],
  eggsBySet: ReadonlyMap<string, readonly Egg[]>,
  looksByEgg: ReadonlyMap<string, readonly LookRecord[]>,
): EggOfBook[] {
  return sets.flatMap((set) =>
    inCandlingOrder(eggsBySet.get(set.id) ?? [], set.trays).map((egg): EggOfBook => {
      const look = looksByEgg.get(egg.id)?.at(-1) ?? null
      return {
        egg,
        set,
        place: nameOfPlace(set.trays, egg.place),
        breed: breedOf(egg, set),
        look,
        grade: look && standingGrade(look),
        standing: standingOf(egg),
      }
    }),
  )
}

function standingOf(egg: Egg): EggStanding {
  if (egg.role === 'reference') return 'reference'
  if (egg.role !== 'set') return 'not-set'
  if (isIn(egg)) return 'in'
  if (egg.outcome?.found === 'hatched') return 'hatched'
  return egg.outcome ? 'opened' : 'removed'
}

/** Those of which all words are found somewhere: set, place, number, mark, breed, band. */
export function eggsWith(rows: readonly EggOfBook[], words: string): readonly EggOfBook[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  if (wanted.length === 0) return rows
  return rows.filter(({ egg, set, place, breed }) => {
    const text = [set.name, place, `#${egg.number}`, egg.number, egg.mark, breed, egg.band ?? '']
      .join(' ')
      .toLowerCase()
    return wanted.every((word) => text.includes(word))
  })
}
