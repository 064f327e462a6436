import type { SpeciesName } from '../../species/species.ts'

/** Days of incubation as they usually are. */
export interface UsualDays {
  /** From setting to hatch. */
  incubationDays: number
  usualRangeDays: readonly [number, number]
  /** Last day of turning. */
  stopTurningDay: number
  /** Open what has not hatched after this day. */
  giveUpDay: number
}

/**
 * From general poultry science. A set may have days of its own: whoever asks about one goes by its timeline, and only
 * the timetable reads this.
 */
export const USUAL_DAYS: Readonly<Record<SpeciesName, UsualDays>> = {
  chicken: { incubationDays: 21, usualRangeDays: [20, 22], stopTurningDay: 18, giveUpDay: 23 },
  bantam: { incubationDays: 20, usualRangeDays: [19, 21], stopTurningDay: 17, giveUpDay: 23 },
  quail: { incubationDays: 17.5, usualRangeDays: [16, 18], stopTurningDay: 14.5, giveUpDay: 20 },
  bobwhite: { incubationDays: 23.5, usualRangeDays: [23, 24], stopTurningDay: 20.5, giveUpDay: 26 },
  'guinea-fowl': { incubationDays: 27, usualRangeDays: [26, 28], stopTurningDay: 24, giveUpDay: 30 },
  turkey: { incubationDays: 28, usualRangeDays: [27, 29], stopTurningDay: 25, giveUpDay: 31 },
  pheasant: { incubationDays: 24, usualRangeDays: [23, 25], stopTurningDay: 21, giveUpDay: 27 },
  chukar: { incubationDays: 23.5, usualRangeDays: [23, 24], stopTurningDay: 20.5, giveUpDay: 26 },
  duck: { incubationDays: 28, usualRangeDays: [27, 29], stopTurningDay: 25, giveUpDay: 31 },
  muscovy: { incubationDays: 35, usualRangeDays: [33, 37], stopTurningDay: 31.5, giveUpDay: 38 },
  goose: { incubationDays: 30, usualRangeDays: [28, 32], stopTurningDay: 27, giveUpDay: 34 },
  peafowl: { incubationDays: 28, usualRangeDays: [27, 29], stopTurningDay: 25, giveUpDay: 31 },
}
