import type { LogEvent, LogHappening } from '../contracts/records/incubator-log.ts'
import { isWorse, type Alarm, type AlarmCode } from '../core/climate/alarms.ts'
import { DAY_MS, MINUTE_MS } from '../core/time/durations.ts'

/** An alarm as the log has it: on since then, or over. */
export interface LoggedAlarm {
  code: AlarmCode
  probeId: string | null
  value: number | null
  atMs: number
  overMs: number | null
  seen: boolean
}

/** All alarms of a log, in the order in which they came on. */
export function loggedAlarms(log: readonly LogEvent[]): LoggedAlarm[] {
  const alarms: LoggedAlarm[] = []
  for (const event of log) {
    const atMs = Date.parse(event.at)
    if (event.kind === 'alarm') {
      const { alarm: code, probeId, value } = event
      alarms.push({ code, probeId, value, atMs, overMs: null, seen: false })
    } else if (event.kind === 'alarm-over') {
      const alarm = alarms.findLast((one) => isSame(one, event.alarm, event.probeId) && one.overMs === null)
      if (alarm) alarm.overMs = atMs
    } else if (event.kind === 'alarm-seen') {
      for (const alarm of alarms) if (alarm.overMs === null) alarm.seen = true
    }
  }
  return alarms
}

/** An alarm that comes and goes at the edge of its band is not logged again within this time: the log is not endless. */
const AGAIN_MS = 10 * MINUTE_MS

/** What is to be logged for the alarms that are on now. */
export function alarmNews(on: readonly Alarm[], log: readonly LogEvent[], nowMs: number): LogHappening[] {
  const all = loggedAlarms(log)
  const known = all.filter(({ overMs }) => overMs === null)
  const begun = on.filter(
    ({ code, probeId }) =>
      !all.some(
        (one) => isSame(one, code, probeId) && (one.overMs === null || nowMs - one.overMs < AGAIN_MS),
      ),
  )
  const over = known.filter((one) => !on.some(({ code, probeId }) => isSame(one, code, probeId)))
  return [
    ...over.map(({ code, probeId }): LogHappening => ({ kind: 'alarm-over', alarm: code, probeId })),
    ...begun.map(({ code, probeId, value }): LogHappening => ({
      kind: 'alarm',
      alarm: code,
      probeId,
      value,
    })),
  ]
}

/** Of an alarm that comes and goes, so many calls a day are enough, unless it comes back plainly worse. */
const CALLS_A_DAY = 2

/** Alarms that are on and that nobody has seen yet. */
export function unseenAlarms(on: readonly Alarm[], log: readonly LogEvent[], nowMs: number): Alarm[] {
  const seen = loggedAlarms(log).filter((one) => one.seen)
  return on.filter(
    (alarm) =>
      !isSeen(
        alarm,
        seen.filter((one) => isSame(one, alarm.code, alarm.probeId)),
        nowMs,
      ),
  )
}

/** @param seen - all of its kind that somebody has seen */
function isSeen({ code, value }: Alarm, seen: readonly LoggedAlarm[], nowMs: number): boolean {
  if (seen.some(({ overMs }) => overMs === null)) return true
  const today = seen.filter(({ overMs }) => nowMs - overMs! < DAY_MS)
  return today.length >= CALLS_A_DAY && today.every((one) => !isWorse(code, value, one.value))
}

function isSame(one: LoggedAlarm, code: AlarmCode, probeId: string | null): boolean {
  return one.code === code && one.probeId === probeId
}
