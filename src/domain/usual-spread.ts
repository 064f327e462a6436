import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { storageDelayHours } from '../core/planning/incubation/development.ts'
import { daysBetween, localDateOf, type Zone } from '../core/time/local-date.ts'
import { HOUR_MS } from '../core/time/durations.ts'
import { hatchOfSet } from './hatch-of-set.ts'
import { timetableOfPlan } from './timeline.ts'

/** Spread of a hen's hatch of even eggs on one shelf, hours. */
const USUAL_HOURS = 9
const OF_DAYS = 21
/** Shelves are not equally warm: what each further tray adds, hours. */
const PER_TRAY_HOURS = 3
/** Fewer chicks than this tell no spread. */
const FEWEST_CHICKS = 6
/** How many hatches of this place weigh as much as what is usual. */
const WORTH_HATCHES = 2

/** Sets of the place with their eggs; this one may be among them. */
export interface PastHatches {
  sets: readonly EggSet[]
  eggsBySet: ReadonlyMap<string, readonly Egg[]>
  zone: Zone
}

/**
 * How far apart the chicks of a set come, hours (standard deviation): what is usual for the bird and what hatches of the
 * bird spread here before, geometric mean; with it what this set's eggs of unlike age and its trays add.
 */
export function usualSpreadHours(set: EggSet, { sets, eggsBySet, zone }: PastHatches): number {
  const usual = (USUAL_HOURS * timetableOfPlan(set).incubationDays) / OF_DAYS
  const past = sets.flatMap((other) => {
    if (other.id === set.id || other.species !== set.species) return []
    return spreadOf(
      hatchOfSet(other, eggsBySet.get(other.id) ?? []).outMs.map((outMs) => outMs / HOUR_MS),
      FEWEST_CHICKS,
    )
  })
  const logs = past.reduce(
    (sum, hours) => sum + Math.log(Math.max(1, hours)),
    WORTH_HATCHES * Math.log(usual),
  )
  const here = Math.exp(logs / (WORTH_HATCHES + past.length))
  const setOn = localDateOf(Date.parse(set.setAt), zone)
  const delays = (eggsBySet.get(set.id) ?? []).flatMap(({ laidOn }) =>
    laidOn === null ? [] : [storageDelayHours(Math.max(0, daysBetween(laidOn, setOn)))],
  )
  return Math.hypot(here, spreadOf(delays, 2)[0] ?? 0, PER_TRAY_HOURS * Math.max(0, set.trays.length - 1))
}

/** Standard deviation; none of fewer than so many. */
function spreadOf(values: readonly number[], fewest: number): [] | [number] {
  if (values.length < fewest) return []
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length
  return [Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1))]
}
