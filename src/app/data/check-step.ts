import { checkEggsOfSet, RecordRefused } from '../../contracts/records/book.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { isLongOver } from '../../domain/set-schedule.ts'
import { checkTraysShared, sameSpot } from '../../domain/shared-trays.ts'
import type { Changes, Standing } from '../../domain/steps.ts'
import { t } from './words.ts'

/** The records that a step would change. */
interface Present {
  sets: readonly EggSet[]
  eggs: readonly Egg[]
  standing: Pick<Standing, 'tray' | 'egg'>
}

/**
 * No step may leave two eggs of a set with one number, or two in one place.
 * @throws RecordRefused with sentences; nothing is to be written then
 */
export function checkStep(
  { sets: changedSets = [], eggs: changedEggs = [], trays: changedTrays = [] }: Changes,
  { sets, eggs, standing }: Present,
): void {
  for (const set of changedSets) {
    const missing = set.trays.find(
      ({ id }) => !standing.tray(id) && !changedTrays.some((tray) => tray.id === id),
    )
    if (missing || set.trays.length === 0)
      throw new RecordRefused([{ path: ['trayIds'], sentence: t('check.setInMissingTray', { set: set.name }) }])
  }
  const changed = new Set(changedEggs.map(({ id }) => id))
  const others = eggs.filter(({ id }) => !changed.has(id))
  const touched = new Set([...changedSets.map(({ id }) => id), ...changedEggs.map(({ setId }) => setId)])
  for (const setId of touched) {
    const set = [...changedSets, ...sets].find(({ id }) => id === setId)
    if (set)
      checkEggsOfSet(
        [...others, ...changedEggs].filter((egg) => egg.setId === setId),
        set,
      )
  }
  const over = new Set(sets.filter((set) => isLongOver(set, Date.now())).map(({ id }) => id))
  checkTraysShared(
    changedEggs.filter(({ id, place }) => place && !sameSpot(standing.egg(id)?.place ?? null, place)),
    others.filter(({ setId }) => !over.has(setId)),
  )
}
