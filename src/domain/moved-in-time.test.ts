import { describe, expect, it } from 'vitest'
import { HOUR_MS, DAY_MS } from '../core/time/durations.ts'
import { newEgg, withEvents } from '../contracts/records/egg-state.ts'
import { eggOf } from '../contracts/records/egg-state.ts'
import { logId, newLog } from '../contracts/records/incubator-log.ts'
import { newPractice } from '../contracts/records/practice-record.ts'
import { readingsOf, withReadings } from '../contracts/records/readings-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { movedInTime } from './moved-in-time.ts'
const at = (iso: string): number => Date.parse(iso)

/** Set on 1 March at 8:00 of UTC, an egg laid three days before. */
function sample() {
  const records = sampleRecords()
  records.hatchery.zone = 'UTC'
  const [set] = records.sets
  const egg = newEgg(
    { id: 'late', setId: set!.id, number: 9, place: null, laidOn: '2026-02-26' },
    { at: set!.setAt },
  )
  records.eggs.push(
    eggOf(
      withEvents(egg, [
        { id: 'w', at: '2026-03-04T08:00:00.000Z', device: null, kind: 'weighed', weightG: 51 },
        { id: 'n', at: null, device: null, kind: 'noted', text: '2026-03-04T08:00:00.000Z is no date here?' },
      ]),
    ),
  )
  records.logs = [
    {
      ...newLog('oak', '2026-03'),
      events: [
        { id: '1', at: '2026-03-30T20:00:00.000Z', device: null, kind: 'round' },
        { id: '2', at: '2026-03-31T20:00:00.000Z', device: null, kind: 'round' },
        { id: '3', at: null, device: null, kind: 'taken-back', eventId: '1' },
      ],
    },
  ]
  const probe = { probeId: 'p', celsius: 37.5, rhPercent: 50 }
  const day = withReadings(null, [
    { ...probe, atMs: at('2026-03-02T23:00:00.000Z') },
    { ...probe, atMs: at('2026-03-02T01:00:00.000Z'), celsius: 36.9 },
  ])
  return { records, readings: [day] }
}

describe('movedInTime', () => {
  it('keeps every age and interval', () => {
    const before = sample()
    const byMs = 100 * DAY_MS + 5 * HOUR_MS
    const { records } = movedInTime(before, byMs, 'Asia/Kathmandu')
    const [set] = records.sets
    expect(at(set!.setAt) - at(before.records.sets[0]!.setAt)).toBe(byMs)
    for (const [i, look] of records.looks.entries()) {
      const was = before.records.looks[i]!
      expect(look.ageDays).toBe(was.ageDays)
      expect(at(look.takenAt) - at(set!.setAt)).toBe(at(was.takenAt) - at(before.records.sets[0]!.setAt))
    }
    const egg = records.eggs.find(({ id }) => id === 'late')!
    expect(egg.events.find(({ id }) => id === 'w')!.at).toBe('2026-06-12T13:00:00.000Z')
    expect(egg.weightG).toBe(51)
    expect(egg.events.find(({ id }) => id === 'n')).toMatchObject({
      at: null,
      text: '2026-03-04T08:00:00.000Z is no date here?',
    })
    expect(records.hatchery.zone).toBe('Asia/Kathmandu')
  })

  it('keeps eggs as old at setting as they were, in the days of the other place', () => {
    // 1 March 8:00 and 13 hours more is 2 March 10:00 in Auckland (UTC+13 in summer time).
    const { records } = movedInTime(sample(), 13 * HOUR_MS, 'Pacific/Auckland')
    expect(records.eggs.find(({ id }) => id === 'late')!.laidOn).toBe('2026-02-27')
  })

  it('files the log under the months in which things happened then', () => {
    const { records } = movedInTime(sample(), DAY_MS, 'UTC')
    expect(records.logs.map(({ id, events }) => [id, events.map((event) => event.id)])).toEqual([
      [logId('oak', '2026-03'), ['1', '3']],
      [logId('oak', '2026-04'), ['2']],
    ])
  })

  it('files readings under the days on which they were taken then', () => {
    const { readings } = movedInTime(sample(), 2 * HOUR_MS, 'UTC')
    expect(readings.map(({ id }) => id)).toEqual(['2026-03-02_p', '2026-03-03_p'])
    expect(readings.flatMap((day) => readingsOf(day)).map(({ atMs, celsius }) => [atMs, celsius])).toEqual([
      [at('2026-03-02T03:00:00.000Z'), 36.9],
      [at('2026-03-03T01:00:00.000Z'), 37.5],
    ])
  })

  it('changes nothing where nothing is moved', () => {
    const before = sample()
    const { records, readings } = movedInTime(before, 0, 'UTC')
    expect(records.eggs).toEqual(before.records.eggs)
    expect(records.looks).toEqual(before.records.looks)
    expect(readings).toEqual(before.readings)
  })

  it('refuses to move what somebody really answered', () => {
    const before = sample()
    before.records.practice = [newPractice({ id: 'l', name: 'Ida' }, '2026-03')]
    expect(() => movedInTime(before, 1, 'UTC')).toThrow(/practice must be empty.* received 1/)
  })
})
