import type { Egg } from './egg-state.ts'
import type { EggSet } from './set-record.ts'
import { SHELLS, SPECIES, type Shell } from '../../core/species/species.ts'

/** What of an egg says what hen it is from. */
export type OfHen = Pick<Egg, 'batchId' | 'shell' | 'breed'>
type OfSet = Pick<EggSet, 'batches' | 'shell'>

/** An egg's shell: as it was told for it, else its batch's; of an egg of no batch the set's. */
export function shellOf({ batchId, shell }: OfHen, set: OfSet): Shell {
  return shell ?? set.batches.find(({ id }) => id === batchId)?.shell ?? set.shell
}

/** An egg's breed: as it was told for it, else its batch's, else the set's; the bird where nobody said. */
export function breedOf(
  { batchId, breed }: OfHen,
  set: Pick<EggSet, 'batches' | 'breed' | 'species'>,
): string {
  return (
    breed || set.batches.find(({ id }) => id === batchId)?.breed || set.breed || SPECIES[set.species].label
  )
}

/** Where an egg came from: as it was told for it, else its batch's; empty where nobody said. */
export function sourceOf(
  { batchId, source }: Pick<Egg, 'batchId' | 'source'>,
  { batches }: Pick<EggSet, 'batches'>,
): string {
  return source ?? batches.find(({ id }) => id === batchId)?.source ?? ''
}

/**
 * Shells that lie in a set, in one order whatever the order of its batches.
 * @param eggs - of this set: then what was put right for one counts; without any, its batches tell
 */
export function shellsOf(set: OfSet, eggs: readonly OfHen[] = []): Shell[] {
  const { batches, shell } = set
  const told = batches.length > 0 ? batches.map((batch) => batch.shell) : [shell]
  const there = new Set(eggs.length > 0 ? eggs.map((egg) => shellOf(egg, set)) : told)
  return SHELLS.filter((one) => there.has(one))
}

/**
 * Shells that an egg may have besides its own: none where its shell is told or its batch known. Of an egg that nobody
 * can place, a living embryo may hide behind the darkest shell of its set.
 */
export function shellsBeside({ batchId, shell }: OfHen, set: OfSet): Shell[] {
  const isKnown = shell !== null || set.batches.some(({ id }) => id === batchId)
  return isKnown ? [] : shellsOf(set)
}

/** Hen and cock of an egg, as they are told; empty where nobody said. */
export function parentsOf({ hen, cock }: Pick<Egg, 'hen' | 'cock'>): string {
  return [hen, cock].filter(Boolean).join(' × ')
}
