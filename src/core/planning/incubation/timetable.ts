import type { SpeciesName } from '../../species/species.ts'
import { USUAL_DAYS } from './usual-days.ts'

export const TURNING_STOPS = ['usual', 'day-later'] as const
export type TurningStop = (typeof TURNING_STOPS)[number]
/** Days of development on which things happen in one species' incubation. */
export interface Timetable {
  incubationDays: number
  usualRangeDays: readonly [number, number]
  stopTurningDay: number
  /** From the first internal pip to the last. */
  pipRangeDays: readonly [number, number]
  giveUpDay: number
}

export interface TimetableChoices {
  /** Incubation that this keeper counts with, days; the whole timetable moves with it. */
  incubationDays?: number
  /** @default usual */
  turningStop?: TurningStop
  /** This keeper's own day of lockdown, days of development; before all else. */
  lockdownDay?: number | null
  /** On which this keeper opens what did not hatch. */
  giveUpDay?: number | null
}

/** Pips come about a day before the chick. */
const PIP_BEFORE_HATCH_DAYS = 1

export function timetableOf(
  species: SpeciesName,
  { incubationDays, turningStop = 'usual', lockdownDay, giveUpDay }: TimetableChoices = {},
): Timetable {
  const row = USUAL_DAYS[species]
  const shift = (incubationDays ?? row.incubationDays) - row.incubationDays
  const range: [number, number] = [row.usualRangeDays[0] + shift, row.usualRangeDays[1] + shift]
  const pips: [number, number] = [range[0] - PIP_BEFORE_HATCH_DAYS, range[1] - PIP_BEFORE_HATCH_DAYS]
  const days = row.incubationDays + shift
  const stop = row.stopTurningDay + shift
  const usual = turningStop === 'day-later' ? Math.max(stop, Math.min(stop + 1, pips[0])) : stop
  return {
    incubationDays: days,
    usualRangeDays: range,
    // Neither before half of it is over nor after the first pips, whatever was typed: the lid must be shut by then.
    stopTurningDay: lockdownDay == null ? usual : Math.min(pips[0], Math.max(days / 2, lockdownDay)),
    pipRangeDays: pips,
    giveUpDay: Math.max(days, giveUpDay ?? row.giveUpDay + shift),
  }
}

/** Of eggs that belong to no set: practice, drawings, photographs from files. Sets have a timeline of their own. */
export function usualTimetable(species: SpeciesName): Timetable {
  return timetableOf(species)
}

/** The same as a fraction of incubation: 0 at setting, 1 at the expected hatch. */
export function usualStage(species: SpeciesName, ageDays: number): number {
  return ageDays / usualTimetable(species).incubationDays
}
