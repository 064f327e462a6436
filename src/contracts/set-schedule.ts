import type { SetProgress } from '../core/agenda/agenda.ts'
import { TARGET_CELSIUS } from '../core/incubation/development.ts'
import { makeSchedule, type ScheduleEvent, type ScheduleInput } from '../core/incubation/schedule.ts'
import type { HatcheryRecord } from './hatchery-record.ts'
import type { EggRecord, SetRecord } from './set-record.ts'

/** A set's plan in the terms of the schedule. */
export function scheduleInputOf(set: SetRecord, hatchery: HatcheryRecord): ScheduleInput {
  const { plan } = set
  const incubator = hatchery.incubators.find((item) => item.id === set.trays[0]?.incubatorId)
  return {
    species: set.species, setAtMs: Date.parse(set.setAt), zone: hatchery.zone, school: plan.school, ownDays: plan.ownDays,
    turningStop: plan.turningStop, incubationDays: plan.incubationDays ?? undefined, delayHours: plan.delayHours,
    candlingHour: hatchery.candlingHour, warmUpHours: hatchery.warmUpHours,
    readings: set.temperatures.map(({ at, celsius }) => ({ atMs: Date.parse(at), celsius })),
    targetCelsius: TARGET_CELSIUS[incubator?.airflow ?? 'forced'],
  }
}

export function scheduleOf(set: SetRecord, hatchery: HatcheryRecord): ScheduleEvent[] {
  return makeSchedule(scheduleInputOf(set, hatchery))
}

/** What the agenda needs to know of a set. @param eggs - of this set */
export function progressOf(
  set: SetRecord, hatchery: HatcheryRecord, eggs: readonly EggRecord[], looks: ReadonlyArray<{ eggId: string; takenAt: string; replaced: boolean }>,
): SetProgress {
  return {
    schedule: scheduleOf(set, hatchery),
    doneKeys: new Set(set.done.map(({ key }) => key)),
    eggIds: eggs.filter((egg) => egg.role === 'set' && !egg.removed).map((egg) => egg.id),
    looks: looks.filter((look) => !look.replaced).map((look) => ({ eggId: look.eggId, atMs: Date.parse(look.takenAt) })),
  }
}
