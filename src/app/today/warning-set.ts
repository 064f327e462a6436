import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { WarningSet } from '../../core/planning/agenda/warnings.ts'
import { oldestStorageDays } from '../../domain/storage-age.ts'
import type { SetPlan } from '../shared/useSetPlan.ts'

/** What warnings need of a set: where its eggs are, and how old the oldest will be. */
export function warningSetOf(
  { set, plan, eggs }: { set: EggSet; plan: SetPlan; eggs: readonly Egg[] },
  zone: string,
): WarningSet {
  const eggsIn = new Map<string, number>()
  for (const tray of set.trays) {
    const here = eggs.filter((egg) => isIn(egg) && egg.place?.trayId === tray.id).length
    if (here > 0 && tray.incubatorId !== null)
      eggsIn.set(tray.incubatorId, (eggsIn.get(tray.incubatorId) ?? 0) + here)
  }
  return {
    id: set.id,
    name: set.name,
    species: set.species,
    schedule: plan.statuses.map(({ event }) => event),
    started: plan.started,
    finished: plan.finished,
    eggsIn,
    oldestStorageDays: oldestStorageDays(set, eggs, zone),
  }
}
