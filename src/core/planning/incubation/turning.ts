import {
  addDays,
  daysBetween,
  instantOf,
  localDateOf,
  type LocalDate,
  type Zone,
} from '../../time/local-date.ts'

/** The two marks on opposite sides of a shell. */
export const SIDES = ['○', '×'] as const
export type Side = (typeof SIDES)[number]

export interface TurningInput {
  setAtMs: number
  /** The first turn is not before this; posted eggs rest first. @default when they were set */
  fromMs?: number
  /** Turning stops here, epoch milliseconds. */
  untilMs: number
  /** Wanted turns a day; at least 3, and an even number becomes the next odd one. */
  timesADay: number
  zone: Zone
  /** The keeper's own local hours, in any order; where there are none, turns are spread over the day. */
  ownHours?: readonly number[]
  /** Local hours of the first and the last turn. @default 7 and 22 */
  firstHour?: number
  lastHour?: number
}

export interface TurningDay {
  date: LocalDate
  turns: Array<{ atMs: number; hour: number; sideUp: Side }>
}

const FEWEST = 3

/** An odd number of turns puts another side up each night, so that the longest rest is never on the same one. */
export function oddTurns(wanted: number): number {
  const atLeast = Math.max(FEWEST, Math.ceil(wanted))
  return atLeast % 2 === 1 ? atLeast : atLeast + 1
}

/** Whether the same side lies up every night: so it is where turns a day are even. */
export function liesAlikeAtNight(hours: readonly number[]): boolean {
  return hours.length % 2 === 0
}

/** Local hours of the turns of a full day: one's own, or evenly spread, rounded to a quarter of an hour. */
export function turningHours({
  timesADay,
  ownHours = [],
  firstHour = 7,
  lastHour = 22,
}: Pick<TurningInput, 'timesADay' | 'ownHours' | 'firstHour' | 'lastHour'>): number[] {
  if (ownHours.length > 0) return [...new Set(ownHours)].sort((a, b) => a - b)
  if (!(lastHour > firstHour))
    throw new RangeError(`lastHour must be after firstHour ${firstHour}, received ${lastHour}`)
  const count = oddTurns(timesADay)
  return Array.from(
    { length: count },
    (_, i) => Math.round((firstHour + ((lastHour - firstHour) * i) / (count - 1)) * 4) / 4,
  )
}

/**
 * The timetable of turning by hand, day by day. Each turn brings the other mark up; the first day may have fewer
 * turns, and the sides simply go on from there.
 */
export function turningTimetable(input: TurningInput): TurningDay[] {
  const { setAtMs, untilMs, zone, fromMs = setAtMs } = input
  const hours = turningHours(input)
  const first = localDateOf(setAtMs, zone)
  const days = Math.max(0, daysBetween(first, localDateOf(untilMs, zone)))
  let turned = 0
  return Array.from({ length: days + 1 }, (_, i) => {
    const date = addDays(first, i)
    const turns = hours
      .map((hour) => ({ hour, atMs: instantOf(date, hour, zone) }))
      .filter(({ atMs }) => atMs > setAtMs && atMs >= fromMs && atMs < untilMs)
      .map((turn) => ({ ...turn, sideUp: SIDES[++turned % 2]! }))
    return { date, turns }
  })
}
