/** How many of each are kept: the newest of each of the last days, weeks and months that have one; one of each year always. */
export const KEPT = { days: 7, weeks: 5, months: 12 } as const

const WEEK_DAYS = 7
const DAY_MS = 86_400_000

/**
 * Which backups are kept: sons by day, fathers by week, grandfathers by month, one of each year for good.
 * @param times - of the backups, ISO local date and time (`2026-03-14T21:30:05`), in any order
 * @returns those to keep; the newest is always among them
 */
export function keptBackups(times: readonly string[]): Set<string> {
  const newestFirst = [...times].sort((a, b) => (a < b ? 1 : -1))
  const keep = new Set<string>(newestFirst.slice(0, 1))
  const keepNewestOf = (periodOf: (time: string) => string, count: number): void => {
    const seen = new Set<string>()
    for (const time of newestFirst) {
      const period = periodOf(time)
      if (seen.has(period)) continue
      if (seen.size >= count) return
      seen.add(period)
      keep.add(time)
    }
  }
  keepNewestOf((time) => time.slice(0, 10), KEPT.days)
  keepNewestOf(weekOf, KEPT.weeks)
  keepNewestOf((time) => time.slice(0, 7), KEPT.months)
  keepNewestOf((time) => time.slice(0, 4), Infinity)
  return keep
}

/** Weeks begin on Monday: the sixth of January 1970 less a day was one. */
function weekOf(time: string): string {
  const days = Math.floor(Date.parse(`${time.slice(0, 10)}T00:00:00Z`) / DAY_MS)
  return String(Math.floor((days + 3) / WEEK_DAYS))
}
