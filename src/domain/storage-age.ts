import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { daysBetween, localDateOf } from '../core/time/local-date.ts'

/** Days from laying to setting of a set's oldest egg; null when no date was written down. */
export function oldestStorageDays(set: EggSet, eggs: readonly Egg[], zone: string): number | null {
  const setOn = localDateOf(Date.parse(set.setAt), zone)
  const days = eggs.flatMap((egg) => (egg.laidOn === null ? [] : [daysBetween(egg.laidOn, setOn)]))
  return days.length > 0 ? Math.max(...days) : null
}
