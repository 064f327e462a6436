import { DAY_MS } from '../../time/durations.ts'

/** Days from one look at a suspect to the next (the usual habit is 2–4); before `earliest` two looks are one. */
export const SECOND_LOOK_DAYS = { earliest: 1.5, from: 2, usual: 3, until: 4 } as const

/**
 * When a suspect is to be looked at again: at the next candling where that falls 2 to 4 days on, else after 3 days.
 * @param candlingsMs - times of the set's candlings
 */
export function secondLookAtMs(lookedAtMs: number, candlingsMs: readonly number[]): number {
  const days = (atMs: number): number => (atMs - lookedAtMs) / DAY_MS
  const candling = candlingsMs.find(
    (atMs) => days(atMs) >= SECOND_LOOK_DAYS.from && days(atMs) <= SECOND_LOOK_DAYS.until,
  )
  return candling ?? lookedAtMs + SECOND_LOOK_DAYS.usual * DAY_MS
}

/** From when on another look at a suspect says something new. */
export function mayLookAgain(lookedAtMs: number, nowMs: number): boolean {
  return nowMs - lookedAtMs >= SECOND_LOOK_DAYS.earliest * DAY_MS
}
