import { brooderEvents } from '../core/brooding/brooder-events.ts'
import type { SetProgress } from '../core/planning/agenda/agenda.ts'
import { TARGET_CELSIUS } from '../core/planning/incubation/development.ts'
import { makeSchedule, type ScheduleEvent, type ScheduleInput } from '../core/planning/incubation/schedule.ts'
import { DAY_MS } from '../core/time/durations.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { hatchOfSet, takingOutOf } from './hatch-of-set.ts'
import { timetableOfPlan } from './timeline.ts'

/** A set's plan in the terms of the schedule. */
export function scheduleInputOf(set: EggSet, hatchery: Hatchery): ScheduleInput {
  const { plan } = set
  const incubator = hatchery.incubators.find((item) => item.id === set.trays[0]?.incubatorId)
  return {
    species: set.species,
    setAtMs: Date.parse(set.setAt),
    zone: hatchery.zone,
    method: plan.method,
    ownDays: plan.ownDays,
    turningStop: plan.turningStop,
    lockdownDay: plan.lockdownDay,
    giveUpDay: plan.giveUpDay,
    incubationDays: plan.incubationDays ?? undefined,
    delayHours: plan.delayHours,
    candlingHour: hatchery.candlingHour,
    warmUpHours: hatchery.warmUpHours,
    readings: set.temperatures,
    targetCelsius: TARGET_CELSIUS[incubator?.airflow ?? 'forced'],
  }
}

/** Records are replaced and never changed, so that what follows from one holds for good; calendar arithmetic is dear. */
const known = new WeakMap<EggSet, { hatchery: Hatchery; schedule: ScheduleEvent[] }>()

export function scheduleOf(set: EggSet, hatchery: Hatchery): ScheduleEvent[] {
  const before = known.get(set)
  if (before?.hatchery === hatchery) return before.schedule
  const schedule = makeSchedule(scheduleInputOf(set, hatchery))
  known.set(set, { hatchery, schedule })
  return schedule
}

/** The plan, and what is to be done with the chicks as soon as there are some. @param eggs - of this set */
export function withChicks(
  { set, eggs }: { set: EggSet; eggs: readonly Egg[] },
  hatchery: Hatchery,
): ScheduleEvent[] {
  const schedule = scheduleOf(set, hatchery)
  const { outMs } = hatchOfSet(set, eggs)
  const [firstOutMs] = outMs
  const lastOutMs = outMs.at(-1)
  if (firstOutMs === undefined || lastOutMs === undefined) return schedule
  const { zone } = hatchery
  const takingOut = takingOutOf(set, hatchery)
  const { incubationDays } = timetableOfPlan(set)
  return [...schedule, ...brooderEvents({ firstOutMs, lastOutMs }, { takingOut, zone, incubationDays })]
}

/** Longest time after the day of hatch in which anything is still done at a set. */
const OVER_AFTER_DAYS = 21

/** Whether a set is so long over that nobody is at work on it. It needs neither its eggs nor their looks. */
export function isLongOver(set: EggSet, nowMs: number): boolean {
  const days = timetableOfPlan(set).incubationDays + set.plan.delayHours / 24
  return nowMs > Date.parse(set.setAt) + (days + OVER_AFTER_DAYS) * DAY_MS
}

/** What the agenda needs to know of a set. @param eggs - of this set */
export function progressOf(
  {
    set,
    eggs,
    looks,
  }: {
    set: EggSet
    eggs: readonly Egg[]
    looks: ReadonlyArray<{ eggId: string; takenAt: string; replaced: boolean }>
  },
  hatchery: Hatchery,
): SetProgress {
  return {
    schedule: withChicks({ set, eggs }, hatchery),
    doneKeys: new Set(set.done.map(({ key }) => key)),
    eggIds: eggs.filter((egg) => egg.role === 'set' && !egg.removed).map((egg) => egg.id),
    looks: looks
      .filter((look) => !look.replaced)
      .map((look) => ({ eggId: look.eggId, atMs: Date.parse(look.takenAt) })),
  }
}
