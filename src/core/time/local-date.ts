import type * as Package from 'temporal-polyfill'

/** What the engine brings itself; the package is fetched only where it brings nothing. */
const Temporal =
  (globalThis as { Temporal?: typeof Package.Temporal }).Temporal ??
  (await import('temporal-polyfill')).Temporal

/** A calendar date where the hatchery is, "2026-03-29". Sorts as text. */
export type LocalDate = string
/** IANA time zone, "Europe/Lisbon". */
export type Zone = string

const words = (weekday: 'long' | 'short'): Intl.DateTimeFormat =>
  new Intl.DateTimeFormat('en-GB', { weekday, day: 'numeric', month: weekday, timeZone: 'UTC' })
const LONG = words('long')
const SHORT = words('short')

/** Weekday, day and month in this order: some builds of ICU put a comma between them, others do not. */
function dayWords(format: Intl.DateTimeFormat, date: LocalDate): string {
  const parts = new Map(format.formatToParts(Date.parse(date)).map(({ type, value }) => [type, value]))
  return `${parts.get('weekday')} ${parts.get('day')} ${parts.get('month')}`
}

function zoned(atMs: number, zone: Zone): Package.Temporal.ZonedDateTime {
  return Temporal.Instant.fromEpochMilliseconds(Math.round(atMs)).toZonedDateTimeISO(zone)
}

/** @throws RangeError when the zone is not known */
export function localDateOf(atMs: number, zone: Zone): LocalDate {
  return zoned(atMs, zone).toPlainDate().toString()
}

/** Hour of the local day with its fraction, 0 ≤ h < 24. */
export function localHourOf(atMs: number, zone: Zone): number {
  const at = zoned(atMs, zone)
  return at.hour + at.minute / 60 + at.second / 3600
}

/** "07:05". */
export function localTimeOf(atMs: number, zone: Zone): string {
  return zoned(atMs, zone).toPlainTime().toString({ smallestUnit: 'minute' })
}

/** "2026-03-29-070512": of names of files, which sort by it. */
export function fileStampOf(atMs: number, zone: Zone): string {
  const at = zoned(atMs, zone)
  const clock = at.toPlainTime().toString({ smallestUnit: 'second' }).replaceAll(':', '')
  return `${at.toPlainDate().toString()}-${clock}`
}

/**
 * The instant of a wall-clock time, epoch milliseconds. A time that the clocks skip counts as the one an hour
 * later; of a time that they repeat, the first counts.
 * @param time - "HH:mm", or hours as a number
 */
export function instantOf(date: LocalDate, time: string | number, zone: Zone): number {
  const clock =
    typeof time === 'string'
      ? Temporal.PlainTime.from(time)
      : Temporal.PlainTime.from({ hour: Math.floor(time), minute: Math.round((time % 1) * 60) })
  return Temporal.PlainDate.from(date).toZonedDateTime({ timeZone: zone, plainTime: clock }).epochMilliseconds
}

export function addDays(date: LocalDate, days: number): LocalDate {
  return Temporal.PlainDate.from(date).add({ days }).toString()
}

/** Calendar days from `from` to `to`; negative when `to` is earlier. */
export function daysBetween(from: LocalDate, to: LocalDate): number {
  return Temporal.PlainDate.from(from).until(to, { largestUnit: 'days' }).days
}

/** 1 Monday … 7 Sunday. */
export function weekdayOf(date: LocalDate): number {
  return Temporal.PlainDate.from(date).dayOfWeek
}

/** Years of four digits only: beyond them dates no longer sort as text. */
export function isLocalDate(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false
  try {
    return Temporal.PlainDate.from(text, { overflow: 'reject' }).toString() === text
  } catch {
    return false
  }
}

/** A date that somebody meant: half-typed years look like 0202 or 20266. */
export function isLikelyDate(text: string): boolean {
  return isLocalDate(text) && text >= '2000' && text < '2101'
}

export function isZone(text: string): boolean {
  try {
    zoned(0, text)
    return true
  } catch {
    return false
  }
}

/** The occurrence of a local hour that lies nearest to an instant; of two as near, the earlier. */
export function nearestHour(atMs: number, hour: number, zone: Zone): number {
  const date = localDateOf(atMs, zone)
  const candidates = [-1, 0, 1].map((days) => instantOf(addDays(date, days), hour, zone))
  return candidates.reduce((best, at) => (Math.abs(at - atMs) < Math.abs(best - atMs) ? at : best))
}

/** The last occurrence of a local hour up to an instant. */
export function lastHourBefore(atMs: number, hour: number, zone: Zone): number {
  const date = localDateOf(atMs, zone)
  const today = instantOf(date, hour, zone)
  return today <= atMs ? today : instantOf(addDays(date, -1), hour, zone)
}

/** "Thursday 3 December". */
export function sayDate(date: LocalDate): string {
  return dayWords(LONG, date)
}

/** "Friday 20 November 2026": of what is long ago. */
export function sayLongDate(date: LocalDate): string {
  return `${sayDate(date)} ${date.slice(0, 4)}`
}

/** "Thu 3 Dec". */
export function sayShortDate(date: LocalDate): string {
  return dayWords(SHORT, date)
}
