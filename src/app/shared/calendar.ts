import type { CalendarSet } from '../../contracts/files/calendar-file.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { airWantedOf } from '../../domain/air-wanted.ts'
import { withChicks } from '../../domain/set-schedule.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { eventDay } from './useSetPlan.ts'
import { saveFile } from './save-file.ts'

/** Writes the sets' calendar file, and keeps what it held, so that the next one can call off what is gone. */
export async function exportCalendar(sets: readonly EggSet[], fileName: string): Promise<void> {
  const { repository, hatchery, eggsBySet } = useHatcheryStore()
  const withKeys = await Promise.all(
    sets.map(async (set): Promise<CalendarSet & { record: EggSet }> => ({
      id: set.id,
      name: set.name,
      air: airWantedOf(set, hatchery),
      schedule: withChicks({ set, eggs: eggsBySet.get(set.id) ?? [] }, hatchery),
      record: set,
      exportedKeys: (await repository.setting<string[]>(keysOf(set.id))) ?? [],
    })),
  )
  const { writeCalendar } = await import('../../contracts/files/calendar-file.ts')
  const records = new Map(withKeys.map((set) => [set.id, set.record]))
  const text = writeCalendar(withKeys, {
    zone: hatchery.zone,
    nowMs: Date.now(),
    dayLabel: (set, event) => eventDay(records.get(set.id)!, event, hatchery.zone),
  })
  for (const set of withKeys) {
    const held = new Set([...set.exportedKeys, ...set.schedule.map((event) => event.key)])
    await repository.saveSetting(keysOf(set.id), [...held])
  }
  saveFile(new Blob([text], { type: 'text/calendar;charset=utf-8' }), fileName)
}

function keysOf(setId: string): string {
  return `calendar/${setId}`
}
