import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import { isIn, type Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { scheduleOf } from './set-schedule.ts'
import { secondLookAtMs } from '../core/planning/agenda/second-look.ts'
import { suspectedBy } from './candling.ts'

export interface SecondLook {
  egg: Egg
  first: LookRecord
  dueAtMs: number
}

/** Eggs of a set that wait for their second look, the earliest due first. After lockdown nobody opens for it. */
export function secondLooksOf(
  {
    set,
    eggs,
    looksOf,
  }: { set: EggSet; eggs: readonly Egg[]; looksOf: (eggId: string) => readonly LookRecord[] },
  hatchery: Hatchery,
): SecondLook[] {
  if (set.done.some(({ key }) => key === 'lockdown')) return []
  const candlings = scheduleOf(set, hatchery)
    .filter((event) => event.kind === 'candle')
    .map((event) => event.startMs)
  return eggs
    .filter(isIn)
    .flatMap((egg) => {
      const first = suspectedBy(looksOf(egg.id), set)
      return first ? [{ egg, first, dueAtMs: secondLookAtMs(Date.parse(first.takenAt), candlings) }] : []
    })
    .sort((a, b) => a.dueAtMs - b.dueAtMs)
}
