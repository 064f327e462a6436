import type { Egg } from '../contracts/records/egg-state.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import type { OwnHatch } from '../core/planning/intake/hatchability.ts'
import { adviseSetting } from '../core/planning/intake/setting-advice.ts'
import type { SpeciesName } from '../core/species/species.ts'
import { localDateOf } from '../core/time/local-date.ts'
import { eggOutcomes } from './egg-outcomes.ts'
import { isOver } from './results-of-book.ts'

/** What tells nothing of how eggs hatch here. */
const TELLS_NOTHING: ReadonlySet<string> = new Set(['unknown', 'handling', 'passed-on', 'living-removed'])

/**
 * How a bird's eggs hatched in this book's finished sets. What was stored long, came by post or was waxed is expected to
 * hatch less from the start, so that the rate is one of fresh and sound eggs.
 */
export function ownHatchOf(
  species: SpeciesName,
  {
    hatchery,
    sets,
    eggsBySet,
  }: { hatchery: Hatchery; sets: readonly EggSet[]; eggsBySet: ReadonlyMap<string, readonly Egg[]> },
): OwnHatch {
  const own = { eggs: 0, hatched: 0, expected: 0 }
  for (const set of sets) {
    const eggs = eggsBySet.get(set.id) ?? []
    if (set.species !== species || !isOver(set, eggs)) continue
    const posted = new Set(set.batches.filter((batch) => batch.posted).map(({ id }) => id))
    const advice = adviseSetting(
      eggs.map(({ id, laidOn, crack, waxed, batchId }) => ({
        id,
        species,
        laidOn,
        posted: batchId !== null && posted.has(batchId),
        crack,
        waxed,
      })),
      { places: eggs.length, setOn: localDateOf(Date.parse(set.setAt), hatchery.zone), usualHatch: 1 },
    )
    for (const [i, fate] of eggOutcomes(set, eggs).entries()) {
      if (TELLS_NOTHING.has(fate)) continue
      own.eggs++
      own.expected += advice[i]!.expectedHatch
      if (fate === 'hatched') own.hatched++
    }
  }
  return own
}
