import { DevelopmentClock, TARGET_CELSIUS } from '../core/planning/incubation/development.ts'
import { timetableOf, type Timetable } from '../core/planning/incubation/timetable.ts'
import { DAY_MS } from '../core/time/durations.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'

/**
 * The days of one set: by its own plan, by its late start after storage, and by how warm it was. Whatever is asked about
 * a set’s age, stage, end of turning, hatch or giving up is answered here; only what was recorded stays as it was.
 */
export class Timeline {
  /** On which day of development what happens. */
  readonly days: Timetable
  private readonly clock: DevelopmentClock
  private readonly setAtMs: number

  constructor(set: EggSet, hatchery: Hatchery) {
    const incubator = hatchery.incubators.find((item) => item.id === set.trays[0]?.incubatorId)
    this.setAtMs = Date.parse(set.setAt)
    this.days = timetableOfPlan(set)
    this.clock = new DevelopmentClock({
      setAtMs: this.setAtMs,
      delayHours: set.plan.delayHours,
      readings: set.temperatures,
      targetCelsius: TARGET_CELSIUS[incubator?.airflow ?? 'forced'],
    })
  }

  /** Days of development at an instant, 0 before setting. */
  ageAt(atMs: number): number {
    return this.clock.ageAt(atMs)
  }

  /** Fraction of incubation at an instant: 0 at setting, 1 at the expected hatch. */
  stageAt(atMs: number): number {
    return this.ageAt(atMs) / this.days.incubationDays
  }

  /** When the embryos reach an age, epoch milliseconds. */
  instantAt(ageDays: number): number {
    return this.clock.instantAt(ageDays)
  }

  /** Days by the clock from setting until the embryos reach an age: water is lost by these. */
  elapsedDaysAt(ageDays: number): number {
    return (this.instantAt(ageDays) - this.setAtMs) / DAY_MS
  }

  /** When the chicks are expected, epoch milliseconds. */
  get hatchAtMs(): number {
    return this.instantAt(this.days.incubationDays)
  }
}

/** Records are replaced and never changed, so that what follows from one holds for good. */
const known = new WeakMap<EggSet, { hatchery: Hatchery; timeline: Timeline }>()

export function timelineOf(set: EggSet, hatchery: Hatchery): Timeline {
  const before = known.get(set)
  if (before?.hatchery === hatchery) return before.timeline
  const timeline = new Timeline(set, hatchery)
  known.set(set, { hatchery, timeline })
  return timeline
}

/** The days of a set's plan alone, for what does not hang on the hour: phases of what was opened, whether it is over. */
export function timetableOfPlan({ species, plan }: Pick<EggSet, 'species' | 'plan'>): Timetable {
  return timetableOf(species, {
    incubationDays: plan.incubationDays ?? undefined,
    turningStop: plan.turningStop,
    lockdownDay: plan.lockdownDay,
    giveUpDay: plan.giveUpDay,
  })
}
