import { sayClock } from '../../core/time/clock-words.ts'
import { localTimeOf, type Zone } from '../../core/time/local-date.ts'
import { sayHour } from '../../core/typed-hours.ts'
import { useHatcheryStore } from '../data/hatchery.ts'

/** "17:05", or "5:05 pm" where the keeper's clock has twelve hours. */
export function clockTime(atMs: number, zone: Zone): string {
  return sayClock(localTimeOf(atMs, zone), useHatcheryStore().hatchery.clock)
}

/** Hours of the day one after the other: 7:15, 17:00. */
export function clockHours(hours: readonly number[]): string {
  const { clock } = useHatcheryStore().hatchery
  return hours.map((hour) => sayHour(hour, clock)).join(', ')
}
