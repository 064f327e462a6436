import { MINUTE_MS, HOUR_MS, DAY_MS } from '../time/durations.ts'
import { addDays, instantOf, localDateOf, type Zone } from '../time/local-date.ts'
import { wanted } from '../wanted.ts'

/** How the rounds of an incubator stand. */
export interface RoundState {
  /** The round that is asked for now was due at this time; null where none is. Epoch milliseconds. */
  dueMs: number | null
  nextMs: number
  /** Rounds of the last day that nobody made, where rounds are made at all. */
  missed: number
}

/** A round may be made this long before its hour. */
const EARLY_MS = 45 * MINUTE_MS
/** Made longer before an hour than this, it counts for the hour that has gone by: who tops up in the afternoon is late, not early. */
const AHEAD_MS = 2 * HOUR_MS

/** Local hours of the daily rounds, spread from morning to evening. */
export function roundHours(timesADay: number, firstHour = 7, lastHour = 21): number[] {
  wanted('timesADay', timesADay, [0, 24])
  wanted('lastHour', lastHour, [firstHour, 24])
  if (timesADay <= 1) return [firstHour]
  return Array.from(
    { length: timesADay },
    (_, i) => Math.round((firstHour + ((lastHour - firstHour) * i) / (timesADay - 1)) * 4) / 4,
  )
}

/**
 * Which round is due. Each round that was made counts for the hour nearest to it, but not for one far ahead.
 * @param hours - local hours of the rounds of a day, rising
 * @param madeMs - when rounds were made, in any order
 * @param sinceMs - before this there was nothing to look after
 */
export function roundState(
  { hours, madeMs, sinceMs }: { hours: readonly number[]; madeMs: readonly number[]; sinceMs: number },
  nowMs: number,
  zone: Zone,
): RoundState {
  const today = localDateOf(nowMs, zone)
  const slots = [-2, -1, 0, 1, 2].flatMap((day) =>
    hours.map((hour) => instantOf(addDays(today, day), hour, zone)),
  )
  const met = new Set(
    madeMs.map((made) =>
      slots
        .filter((slot) => slot <= made + AHEAD_MS)
        .reduce((best, slot) => (Math.abs(slot - made) < Math.abs(best - made) ? slot : best), slots[0]!),
    ),
  )
  const open = slots.filter((slot) => slot - EARLY_MS <= nowMs && slot >= sinceMs && !met.has(slot))
  const latest = slots.filter((slot) => slot - EARLY_MS <= nowMs).at(-1)!
  // Whoever makes a round is asked for none until the next is due, whichever hour it counts for.
  const isMade = madeMs.some((made) => made >= latest - EARLY_MS && made <= nowMs)
  return {
    dueMs: open.includes(latest) && !isMade ? latest : null,
    nextMs: slots.find((slot) => slot - EARLY_MS > nowMs)!,
    missed: madeMs.length === 0 ? 0 : open.filter((slot) => slot !== latest && slot > nowMs - DAY_MS).length,
  }
}
