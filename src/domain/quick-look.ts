import { newEgg } from '../contracts/records/egg-state.ts'
import { type Egg } from '../contracts/records/egg-state.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { PicturedLook } from '../contracts/records/look-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { FRESH } from '../contracts/records/stamp.ts'
import { newTray } from '../contracts/records/tray-record.ts'
import { gradeEgg } from '../core/grade/grade.ts'
import type { EggReading } from '../core/measure/reading.ts'
import { SPECIES, type Shell, type SpeciesName } from '../core/species/species.ts'
import { DAY_MS } from '../core/time/durations.ts'
import { localDateOf } from '../core/time/local-date.ts'
import { lookFrom } from './look-from.ts'
import { timelineOf, type Timeline } from './timeline.ts'

/** What somebody knows of an egg that belongs to no set. */
export interface LoneEgg {
  species: SpeciesName
  shell: Shell
  /** Days since it was set; null when unknown. */
  ageDays: number | null
}

/** An egg looked at by itself. Nothing of it is kept; the set is one of its own, as it would be written. */
export interface QuickLook {
  set: EggSet
  egg: Egg
  look: PicturedLook
  timeline: Timeline
}

export interface LoneReading {
  reading: EggReading
  measured: { widthPx: number; heightPx: number }
  photoType: string
  source: PicturedLook['source']
}

/**
 * The whole verdict on one photographed egg. Without its day the picture is measured, and little is said.
 * @param newId - gives an id that nobody has
 */
export function quickLook(
  lone: LoneEgg,
  taken: LoneReading,
  { hatchery, nowMs, newId }: { hatchery: Hatchery; nowMs: number; newId: () => string },
): QuickLook {
  const { set, egg } = setOfOne(lone, { hatchery, nowMs, newId })
  const timeline = timelineOf(set, hatchery)
  const takenAt = new Date(nowMs).toISOString()
  const look = lookFrom({ ...taken, set, egg, timeline, takenAt, earlier: [], replaces: null }, newId)
  if (lone.ageDays !== null) return { set, egg, look, timeline }
  const { species, shell } = lone
  return { set, egg, timeline, look: { ...look, verdict: gradeEgg(taken.reading, { species, shell }) } }
}

/** A set of one egg of a given age. */
function setOfOne(
  { species, shell, ageDays }: LoneEgg,
  { hatchery, nowMs, newId }: { hatchery: Hatchery; nowMs: number; newId: () => string },
): { set: EggSet; egg: Egg } {
  const setAt = new Date(nowMs - (ageDays ?? 0) * DAY_MS).toISOString()
  const [incubator] = hatchery.incubators
  const tray = newTray(
    { id: newId(), name: 'Tray 1', incubatorId: incubator?.id ?? null, rows: 1, columns: 1 },
    { at: setAt },
  )
  const set: EggSet = {
    id: newId(),
    stamp: FRESH,
    name: `${SPECIES[species].label}, set ${localDateOf(Date.parse(setAt), hatchery.zone)}`,
    species,
    breed: '',
    shell,
    setAt,
    plan: {
      method: hatchery.method,
      ownDays: [],
      dayCount: hatchery.dayCount,
      turningStop: hatchery.turningStop,
      incubationDays: null,
      lockdownDay: null,
      giveUpDay: null,
      turningHours: null,
      firstTurnHours: 0,
      air: null,
      takingOut: null,
      delayHours: 0,
      turnsADay: incubator?.turner === 'hand' ? hatchery.turnsADay : null,
    },
    policy: hatchery.policy,
    trayIds: [tray.id],
    trays: [tray],
    batches: [],
    done: [{ key: 'set', at: setAt }],
    undone: [],
    temperatures: [],
    notes: '',
    counted: [],
  }
  const egg = newEgg({ id: newId(), setId: set.id, number: 1, place: { trayId: tray.id, row: 0, column: 0 } })
  return { set, egg }
}
