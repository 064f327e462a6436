import { DAY_MS } from '../time/durations.ts'
/** How many of each are kept: the newest of each of the last days, weeks and months that have one; one of each year always. */
export const KEPT = { days: 7, weeks: 5, months: 12 } as const

const WEEK_DAYS = 7

export interface BackupTime {
  /** Counts up with each backup written into the folder: clocks are set back, this is not. */
  number: number
  /** As the clock was, ISO local date and time (`2026-03-14T21:30:05`). */
  time: string
}

/** The one written last first; those without numbers, of earlier versions, by their clock. */
export function lastWrittenFirst(a: BackupTime, b: BackupTime): number {
  return b.number - a.number || (a.time < b.time ? 1 : a.time > b.time ? -1 : 0)
}

/**
 * Which backups are kept: sons by day, fathers by week, grandfathers by month, one of each year for good. Of each
 * period the one that was written last.
 * @param backups - in any order
 * @returns those to keep; the one written last is always among them
 */
export function keptBackups<T extends BackupTime>(backups: readonly T[]): Set<T> {
  const newestFirst = [...backups].sort(lastWrittenFirst)
  const keep = new Set(newestFirst.slice(0, 1))
  const keepNewestOf = (periodOf: (time: string) => string, count: number): void => {
    const seen = new Set<string>()
    for (const backup of newestFirst) {
      const period = periodOf(backup.time)
      if (seen.has(period)) continue
      if (seen.size >= count) return
      seen.add(period)
      keep.add(backup)
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
