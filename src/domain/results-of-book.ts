import type { Egg } from '../contracts/egg-record.ts'
import type { Hatchery } from '../contracts/hatchery-record.ts'
import type { EggSet } from '../contracts/set-record.ts'
import { incubatorAt } from '../contracts/whereabouts.ts'
import { hatchResults, type HatchResults } from '../core/hatching/results.ts'
import { SPECIES } from '../core/species/species.ts'
import { daysBetween, localDateOf } from '../core/time/local-date.ts'
import { fateOf } from './fates.ts'

/** What results are held against each other by. */
export const RESULT_GROUPS = ['set', 'bird', 'breed', 'source', 'egg-age', 'incubator', 'policy'] as const
export type ResultGroup = (typeof RESULT_GROUPS)[number]

export interface GroupResults {
  name: string
  results: HatchResults
}

/** Days in store, as people speak of them. */
const EGG_AGES = [
  { name: 'up to 3 days', upTo: 3 },
  { name: '4 to 7 days', upTo: 7 },
  { name: '8 to 10 days', upTo: 10 },
  { name: 'more than 10 days', upTo: Infinity },
] as const
const UNKNOWN = 'not known'

/** Results of all sets that are over, by groups; the largest group first. */
export function resultsBy(
  group: ResultGroup,
  {
    sets,
    eggsBySet,
    hatchery,
  }: { sets: readonly EggSet[]; eggsBySet: ReadonlyMap<string, readonly Egg[]>; hatchery: Hatchery },
): GroupResults[] {
  const fates = new Map<string, ReturnType<typeof fateOf>[]>()
  for (const set of sets) {
    const eggs = eggsBySet.get(set.id) ?? []
    const own = eggs.map((egg) => fateOf(egg, SPECIES[set.species].incubationDays))
    // While eggs may still hatch they are no losses.
    const isOver =
      eggs.length > 0 && (!own.includes('unknown') || set.done.some(({ key }) => key === 'give-up'))
    if (!isOver) continue
    for (const [i, egg] of eggs.entries()) {
      const name = nameOf(group, { set, egg, hatchery })
      const list = fates.get(name)
      if (list) list.push(own[i]!)
      else fates.set(name, [own[i]!])
    }
  }
  return [...fates]
    .map(([name, list]) => ({ name, results: hatchResults(list) }))
    .sort((a, b) => b.results.set - a.results.set || a.name.localeCompare(b.name))
}

function nameOf(
  group: ResultGroup,
  { set, egg, hatchery }: { set: EggSet; egg: Egg; hatchery: Hatchery },
): string {
  const batch = set.batches.find(({ id }) => id === egg.batchId)
  const setMs = Date.parse(set.setAt)
  switch (group) {
    case 'set':
      return `${set.name}, ${localDateOf(setMs, hatchery.zone)}`
    case 'bird':
      return SPECIES[set.species].label
    case 'breed':
      return batch?.breed || set.breed || UNKNOWN
    case 'source':
      return batch?.source || UNKNOWN
    case 'egg-age': {
      if (egg.laidOn === null) return UNKNOWN
      const days = daysBetween(egg.laidOn, localDateOf(setMs, hatchery.zone))
      return EGG_AGES.find(({ upTo }) => days <= upTo)!.name
    }
    case 'incubator': {
      const tray = set.trays.find(({ id }) => id === egg.place?.trayId) ?? set.trays[0]
      // Where it lay for most of the time: a day after setting, before it was carried to hatch.
      const id = tray ? incubatorAt(tray.events, setMs + 86_400_000) : null
      return hatchery.incubators.find((one) => one.id === id)?.name ?? UNKNOWN
    }
    case 'policy':
      return set.policy
  }
}
