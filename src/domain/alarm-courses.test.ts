import { describe, expect, it } from 'vitest'
import type { LogEvent, LogHappening } from '../contracts/records/incubator-log.ts'
import { alarmsOf, type AlarmCode } from '../core/climate/alarms.ts'
import { airWanted, USUAL_AIR } from '../core/climate/air-method.ts'
import { climateBand } from '../core/climate/band.ts'
import type { Sample } from '../core/climate/time-in-band.ts'
import { DAY_MS, HOUR_MS, MINUTE_MS } from '../core/time/durations.ts'
import { alarmNews, unseenAlarms } from './alarm-log.ts'

/** A day's warmth by the minute since its beginning, °C; null where nothing is read. */
type Course = (minute: number) => number | null

const T0 = Date.UTC(2026, 2, 1)
const READ_EVERY = 2
const LOOKED_EVERY = 6
const LOOK_BACK_MS = 6 * HOUR_MS
/** The share of a day's development that a degree makes, and the days of a hen's egg. */
const [RATE, DAYS] = [0.09, 21]

const steady =
  (value: number): Course =>
  () =>
    value
const swing =
  (middle: number, by: number, period: number): Course =>
  (minute) =>
    middle + by * Math.sin((2 * Math.PI * minute) / period)
/** Mostly one value, and for a share of each period another. */
const strokes =
  (mostly: number, other: number, share: number, period: number): Course =>
  (minute) =>
    (minute % period) / period < 1 - share ? mostly : other
/** Always the same, and like no wave. */
const noise = (minute: number): number => {
  const x = Math.sin(minute * 12.9898 + 4.1) * 43758.5453
  return 2 * (x - Math.floor(x)) - 1
}
const noisy =
  (middle: number, by: number): Course =>
  (minute) =>
    middle + by * noise(minute)
const drift =
  (from: number, to: number): Course =>
  (minute) =>
    from + ((to - from) * minute) / 1440
/** Down to the room's air and back, each time the lid is open for so long. */
const opened =
  (times: number, minutes: number, low = 31): Course =>
  (minute) =>
    minute > 30 && minute % Math.round(1440 / times) < minutes ? low : 37.5
const spell =
  (fromHour: number, hours: number, value: number): Course =>
  (minute) =>
    minute / 60 >= fromHour && minute / 60 < fromHour + hours ? value : 37.5
const seldom =
  (course: Course, every: number): Course =>
  (minute) =>
    minute % every === 0 ? course(minute) : null
const gaps =
  (course: Course, every: number, long: number): Course =>
  (minute) =>
    minute % every < long ? null : course(minute)

/** What must ring during the day, and no later than so many hours after it began. */
const COURSES: ReadonlyArray<[name: string, course: Course, rings: AlarmCode[], withinHours?: number]> = [
  ['steady on target', steady(37.5), []],
  ['steady at the lower edge', steady(37.15), []],
  ['steady at the upper edge', steady(37.85), []],
  ['steady cool', steady(36.9), ['cold'], 0.7],
  ['steady warm', steady(38.2), ['hot'], 0.7],
  ['steady cold', steady(35), ['cold'], 0.7],
  ['steady too hot', steady(39), ['too-hot'], 0.1],
  ['36.5 ± 0.7 in 20 minutes', swing(36.5, 0.7, 20), ['cold'], 0.8],
  ['36.7 ± 0.5 in 20 minutes', swing(36.7, 0.5, 20), ['cold'], 0.8],
  ['38.1 ± 0.3 in 20 minutes', swing(38.1, 0.3, 20), ['hot'], 0.8],
  ['38.5 ± 0.5 in 25 minutes', swing(38.5, 0.5, 25), ['too-hot'], 0.5],
  ['37.5 ± 0.7 in 20 minutes', swing(37.5, 0.7, 20), []],
  ['37.5 ± 1.2 in 20 minutes', swing(37.5, 1.2, 20), []],
  ['37.5 ± 0.3 in an hour', swing(37.5, 0.3, 60), []],
  ['37.0 ± 0.7 in 20 minutes, its middle just outside', swing(37, 0.7, 20), ['cold'], 3.3],
  ['37.05 ± 1 in 40 minutes', swing(37.05, 1, 40), ['cold'], 3.5],
  ['36.8 ± 0.5 in an hour', swing(36.8, 0.5, 60), ['cold'], 3.3],
  ['37.0 ± 1 in two hours', swing(37, 1, 120), ['cold'], 3.3],
  ['37.5 ± 0.9 in three hours', swing(37.5, 0.9, 180), ['hot', 'cold'], 3.3],
  ['37.5 ± 0.9 in a day', swing(37.5, 0.9, 1440), ['hot', 'cold'], 15],
  ['38.0 ± 1 in three hours', swing(38, 1, 180), ['too-hot', 'hot'], 1],
  ['mostly 37.3, a third of the time 35.9', strokes(37.3, 35.9, 0.33, 24), ['cold'], 3.3],
  ['mostly 37.3, one minute in five 34', strokes(37.3, 34, 0.2, 20), ['cold'], 3.5],
  ['mostly 37.7, a third of the time 38.6', strokes(37.7, 38.6, 0.33, 24), ['hot'], 3.3],
  ['mostly 37.6, a tenth of the time 36.5', strokes(37.6, 36.5, 0.1, 20), []],
  ['noise within the band', noisy(37.5, 0.4), []],
  ['noise beyond the band', noisy(37.5, 0.8), []],
  ['noise round a cool middle', noisy(36.8, 0.5), ['cold'], 0.8],
  ['noise at what harms', noisy(38.85, 0.1), ['too-hot'], 1],
  ['drifting down', drift(37.5, 36.5), ['cold'], 11],
  ['drifting up', drift(37.5, 39.2), ['hot', 'too-hot'], 20],
  ['opened twelve times for ten minutes', opened(12, 10), []],
  ['opened once for a quarter of an hour', opened(1, 45), []],
  ['cooled twice for twenty-four minutes', opened(2, 24, 28), []],
  ['no power for two hours', spell(8, 2, 30), ['cold'], 9],
  ['an hour and a half of 38.4', spell(8, 1.5, 38.4), ['hot'], 9],
  ['ten minutes of 39.2', spell(8, 0.17, 39.2), ['too-hot'], 8.2],
  ['cool, read every twenty minutes', seldom(steady(36.7), 20), ['cold'], 0.8],
  ['swinging, read every ten minutes', seldom(swing(36.5, 0.7, 27), 10), ['cold'], 1],
  ['on target, with gaps of an hour', gaps(steady(37.5), 240, 60), []],
  ['cool, with gaps of an hour', gaps(steady(36.8), 240, 60), ['cold'], 1.8],
]

/** A day at the incubator: what is called out, by somebody who dismisses each call at the next look. */
function callsOf(course: Course): Array<{ code: AlarmCode; hour: number }> {
  const band = climateBand([{ wanted: airWanted(USUAL_AIR, 'chicken'), lockedDown: false }], 'forced')
  const all: Sample[] = []
  const log: LogEvent[] = []
  const calls: Array<{ code: AlarmCode; hour: number }> = []
  const note = (what: LogHappening, atMs: number): void => {
    const told = { id: `e${log.length}`, at: new Date(atMs).toISOString(), device: 'd' }
    log.push({ ...told, ...what } as LogEvent)
  }
  let from = 0
  for (let minute = 0; minute < 1440; minute += READ_EVERY) {
    const nowMs = T0 + minute * MINUTE_MS
    const value = course(minute)
    if (value !== null) all.push({ atMs: nowMs, value })
    if (minute % LOOKED_EVERY !== 0) continue
    while (all[from] && all[from]!.atMs < nowMs - LOOK_BACK_MS) from++
    const probe = { id: 'p', celsius: all.slice(from), rhPercent: [], heardMs: nowMs }
    const watched = { band, wateredMs: null, waterEveryMs: DAY_MS, turnDueMs: null, nowMs }
    const on = alarmsOf({ ...watched, probes: [probe] })
    for (const what of alarmNews(on, log, nowMs)) note(what, nowMs)
    const unseen = unseenAlarms(on, log, nowMs)
    calls.push(...unseen.map(({ code }) => ({ code, hour: minute / 60 })))
    if (unseen.length > 0) note({ kind: 'alarm-seen' }, nowMs)
  }
  return calls
}

describe('a day of warmth, read by a sensor', () => {
  it.each(COURSES)('%s', (_, course, rings, withinHours = 0) => {
    const calls = callsOf(course)
    expect([...new Set(calls.map(({ code }) => code))].sort()).toEqual([...rings].sort())
    for (const code of rings) {
      const own = calls.filter((call) => call.code === code)
      expect(own.length, code).toBeLessThanOrEqual(2)
      expect(own[0]!.hour).toBeLessThanOrEqual(withinHours)
    }
  })

  it('is never silent when a whole incubation of it costs more than the band allows for', () => {
    for (const [name, course, rings] of COURSES) {
      const read = Array.from({ length: 1440 }, (_, minute) => course(minute)).filter(
        (value) => value !== null,
      )
      // The eggs do not follow the air of an open lid.
      const mean = read.reduce((sum, value) => sum + Math.max(36.1, value), 0) / read.length
      // 0.4 °C all along, the edge of the band, are 0.76 days.
      if (Math.abs(mean - 37.5) * RATE * DAYS > 0.76) expect(rings, name).not.toEqual([])
    }
  })
})
