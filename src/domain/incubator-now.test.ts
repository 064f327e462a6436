import { describe, expect, it } from 'vitest'
import type { IncubatorLog, LogEvent, LogHappening } from '../contracts/records/incubator-log.ts'
import { newLog } from '../contracts/records/incubator-log.ts'
import type { ProbeRecord } from '../contracts/records/probe-record.ts'
import type { ProbeReading } from '../contracts/records/readings-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { BY_NAME } from '../contracts/wire/sensor.ts'
import { FRESH } from '../contracts/records/stamp.ts'
import { SILENT_MS } from '../core/climate/alarms.ts'
import { MINUTE_MS, HOUR_MS } from '../core/time/durations.ts'
import { alarmNews, loggedAlarms, unseenAlarms } from './alarm-log.ts'
import { incubatorNow, nextSide, type Place } from './incubator-now.ts'
const sample = sampleRecords()
const incubator = sample.hatchery.incubators[0]!
const [set] = sample.sets
/** In the evening of the fifth day. */
const nowMs = Date.parse(set!.setAt) + 4 * 24 * HOUR_MS + 12.5 * HOUR_MS

const probe = (more: Partial<ProbeRecord> = {}): ProbeRecord => ({
  id: 'p',
  stamp: FRESH,
  name: 'Oak',
  height: 'eggs',
  by: 'sensor',
  sensor: 'Oak',
  fields: BY_NAME,
  events: [{ id: '1', at: set!.setAt, device: null, kind: 'placed', incubatorId: incubator.id }],
  ...more,
})
/** One a minute up to now. */
const readings = (celsius: number, rhPercent = 50, minutes = 60): ProbeReading[] =>
  Array.from({ length: minutes + 1 }, (_, i) => ({
    probeId: 'p',
    atMs: nowMs - (minutes - i) * MINUTE_MS,
    celsius,
    rhPercent,
  }))
let ids = 0
const event = (what: LogHappening, atMs: number): LogEvent =>
  ({ ...what, id: `e${++ids}`, at: new Date(atMs).toISOString(), device: null }) as LogEvent
const logOf = (...events: LogEvent[]): IncubatorLog[] => [
  { ...newLog(incubator.id, set!.setAt.slice(0, 7)), events },
]
function place(more: Partial<Place> = {}): Place {
  return {
    hatchery: { ...sample.hatchery, zone: 'UTC' },
    sets: sample.sets,
    eggsBySet: new Map([[set!.id, sample.eggs]]),
    probes: [probe()],
    logs: [],
    recent: new Map([['p', readings(37.5)]]),
    lastHeard: new Map(),
    ...more,
  }
}
const codes = (more: Partial<Place>, atMs = nowMs) =>
  incubatorNow(incubator, place(more), atMs).alarms.map(({ code }) => code)

describe('an incubator', () => {
  it('holds the sets whose eggs lie in it, until they are over', () => {
    expect(incubatorNow(incubator, place(), nowMs).sets).toEqual([set])
    const over = { ...set!, done: [...set!.done, { key: 'give-up', at: set!.setAt }] }
    expect(incubatorNow(incubator, place({ sets: [over] }), nowMs)).toMatchObject({
      sets: [],
      round: null,
      alarms: [],
    })
    const elsewhere = { ...set!, trays: set!.trays.map((tray) => ({ ...tray, incubatorId: 'other' })) }
    expect(incubatorNow(incubator, place({ sets: [elsewhere] }), nowMs).sets).toEqual([])
  })

  it('is told by corrected readings', () => {
    const checked = probe({
      events: [
        ...probe().events,
        {
          id: '2',
          at: set!.setAt,
          device: null,
          kind: 'checked',
          against: 'second-thermometer',
          celsius: 1,
          rhPercent: null,
        },
      ],
    })
    // It shows 38.5, one too much.
    const recent = new Map([['p', readings(38.5)]])
    expect(codes({ recent })).toEqual(['hot'])
    expect(codes({ recent, probes: [checked] })).toEqual([])
  })

  it('that a sensor was silent in is alarming, from its last word on, and from its placing where it never spoke', () => {
    expect(codes({ recent: new Map([['p', readings(37.5)]]) }, nowMs + SILENT_MS + 1)).toEqual(['silent'])
    expect(codes({ recent: new Map(), lastHeard: new Map([['p', nowMs - 8 * HOUR_MS]]) })).toEqual(['silent'])
    expect(codes({ recent: new Map() })).toEqual(['silent'])
    // A display that is read by hand is not waited for.
    expect(codes({ recent: new Map(), probes: [probe({ by: 'hand', sensor: null })] })).toEqual([])
  })

  it('asks for its round until something was done there', () => {
    // 07:00 and 21:00; it is half past eight in the evening.
    const due = Date.parse('2026-03-05T21:00:00Z')
    expect(incubatorNow(incubator, place(), nowMs).round).toMatchObject({ dueMs: due, missed: 0 })
    const before = logOf(event({ kind: 'round' }, nowMs - 48 * HOUR_MS))
    // Since then 21:00 of yesterday and 07:00 of today went by.
    expect(incubatorNow(incubator, place({ logs: before }), nowMs).round).toMatchObject({ missed: 2 })
    const watered = logOf(event({ kind: 'watered', channel: 'both' }, nowMs - 20 * MINUTE_MS))
    expect(incubatorNow(incubator, place({ logs: watered }), nowMs).round!.dueMs).toBeNull()
  })

  it('is turned by hand where its set is, side by side, and alarms an hour late', () => {
    const byHand = { ...set!, plan: { ...set!.plan, turnsADay: 3 } }
    const turned = logOf(event({ kind: 'turned', sideUp: '○' }, Date.parse('2026-03-05T07:10:00Z')))
    const state = incubatorNow(incubator, place({ sets: [byHand], logs: turned }), nowMs)
    // 07:00, 14:30 and 22:00: the one of the afternoon was missed.
    expect(state.turning).toMatchObject({ dueMs: Date.parse('2026-03-05T14:30:00Z') })
    expect(nextSide(state.sideUp)).toBe('×')
    expect(state.alarms.map(({ code }) => code)).toEqual(['turn'])
    const locked = { ...byHand, done: [...byHand.done, { key: 'lockdown', at: set!.setAt }] }
    expect(incubatorNow(incubator, place({ sets: [locked] }), nowMs).turning).toBeNull()
  })

  it('wants water when it has had none for as long as it lasts; before the first note nobody knows', () => {
    expect(
      codes({ logs: logOf(event({ kind: 'watered', channel: 'first' }, nowMs - 25 * HOUR_MS)) }),
    ).toEqual(['water'])
    expect(codes({})).toEqual([])
  })
})

describe('alarms in the log', () => {
  const on = [{ code: 'silent', probeId: 'p', sinceMs: 0, value: null }] as const
  it('come on once, are seen, and are over; the next one is another', () => {
    const [begun] = alarmNews(on, [], nowMs)
    expect(begun).toEqual({ kind: 'alarm', alarm: 'silent', probeId: 'p', value: null })
    const log = [event(begun!, nowMs)]
    expect(alarmNews(on, log, nowMs)).toEqual([])
    expect(unseenAlarms(on, log, nowMs)).toEqual(on)
    log.push(event({ kind: 'alarm-seen' }, nowMs + MINUTE_MS))
    expect(unseenAlarms(on, log, nowMs)).toEqual([])
    const [over] = alarmNews([], log, nowMs)
    expect(over).toEqual({ kind: 'alarm-over', alarm: 'silent', probeId: 'p' })
    log.push(event(over!, nowMs + 2 * MINUTE_MS))
    expect(alarmNews([], log, nowMs)).toEqual([])
    // At the edge of its band it comes and goes: shown at once, logged again after ten minutes.
    expect(alarmNews(on, log, nowMs + 5 * MINUTE_MS)).toEqual([])
    expect(alarmNews(on, log, nowMs + 13 * MINUTE_MS)).toEqual([begun])
    expect(unseenAlarms(on, log, nowMs)).toEqual(on)
    expect(loggedAlarms(log)).toEqual([
      { code: 'silent', probeId: 'p', value: null, atMs: nowMs, overMs: nowMs + 2 * MINUTE_MS, seen: true },
    ])
  })
})
