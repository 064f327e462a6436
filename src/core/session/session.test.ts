import { describe, expect, it } from 'vitest'
import { MINUTE_MS, DAY_MS } from '../time/durations.ts'
import { mayLookAgain, secondLookAtMs } from '../planning/agenda/second-look.ts'
import { incubatorAir } from '../simulate/incubator-air.ts'
import { airSummary, type AirReading } from './air.ts'
import { CANDLING_LIMITS, clockLevel } from './limits.ts'
import { nextStep, paceMs, sessionClocks, timeOpen, type SessionEvent } from './session.ts'
const opened = (minute: number, purpose: 'fetch' | 'return', trayId = 'a'): SessionEvent => ({
  kind: 'opened',
  atMs: minute * MINUTE_MS,
  purpose,
  trayId,
})
const closed = (minute: number): SessionEvent => ({ kind: 'closed', atMs: minute * MINUTE_MS })

describe('what comes next', () => {
  const trays = ['a', 'b']
  const all = (): number => 3
  it.each([
    ['fetch the first tray', [], all, { kind: 'fetch', trayId: 'a' }],
    ['the lid goes back on', [opened(0, 'fetch')], all, { kind: 'close-lid', purpose: 'fetch', trayId: 'a' }],
    ['its eggs', [opened(0, 'fetch'), closed(1)], all, { kind: 'candle', trayId: 'a' }],
    [
      'it goes back when all are seen',
      [opened(0, 'fetch'), closed(1)],
      (tray: string) => (tray === 'a' ? 0 : 3),
      { kind: 'return', trayId: 'a' },
    ],
    [
      'the lid again',
      [opened(0, 'fetch'), closed(1), opened(5, 'return')],
      (tray: string) => (tray === 'a' ? 0 : 3),
      { kind: 'close-lid', purpose: 'return', trayId: 'a' },
    ],
    [
      'the next tray',
      [opened(0, 'fetch'), closed(1), opened(5, 'return'), closed(6)],
      (tray: string) => (tray === 'a' ? 0 : 3),
      { kind: 'fetch', trayId: 'b' },
    ],
    ['nothing', [], () => 0, { kind: 'finish' }],
  ] as const)('%s', (_, events, waiting, step) => {
    expect(nextStep(events, trays, waiting)).toEqual(step)
  })
})

describe('the clocks', () => {
  it('run for the tray from the moment the lid came off, until it is back and the lid on', () => {
    const events = [opened(0, 'fetch'), closed(1), opened(10, 'return'), closed(11)]
    expect(sessionClocks(events.slice(0, 1), 0.5 * MINUTE_MS)).toMatchObject({
      lidOffMs: 0.5 * MINUTE_MS,
      trayOutMs: 0.5 * MINUTE_MS,
    })
    expect(sessionClocks(events.slice(0, 2), 5 * MINUTE_MS)).toMatchObject({
      lidOffMs: null,
      trayOutMs: 5 * MINUTE_MS,
    })
    expect(sessionClocks(events, 20 * MINUTE_MS)).toEqual({ lidOffMs: null, trayOutMs: null, pausedMs: null })
  })

  it('a pause stops none of them: eggs cool all the same', () => {
    const events: SessionEvent[] = [opened(0, 'fetch'), closed(1), { kind: 'paused', atMs: 2 * MINUTE_MS }]
    expect(sessionClocks(events, 6 * MINUTE_MS)).toMatchObject({
      trayOutMs: 6 * MINUTE_MS,
      pausedMs: 4 * MINUTE_MS,
    })
  })

  it.each([
    [0, 'calm'],
    [3.4, 'calm'],
    [3.6, 'soon'],
    [5, 'over'],
  ] as const)('an egg %d minutes out is %s', (minutes, level) => {
    expect(clockLevel(minutes * MINUTE_MS, CANDLING_LIMITS.usual.eggOut)).toBe(level)
  })

  it('add the openings up, one that is still open too', () => {
    expect(timeOpen([opened(0, 'fetch'), closed(1), opened(5, 'return')], 6 * MINUTE_MS)).toEqual({
      totalMs: 2 * MINUTE_MS,
      times: 2,
    })
  })

  it('the pace is the middle gap; interruptions do not count', () => {
    expect(paceMs([0, 8000, 16_000, 600_000, 609_000])).toBe(8000)
    expect(paceMs([0, 8000])).toBeNull()
  })
})

describe('the air', () => {
  /** A sensor read every half minute in the simulated incubator, whose lid was off for one minute. */
  const events = [opened(10, 'fetch'), closed(11)]
  const readings: AirReading[] = Array.from({ length: 120 }, (_, i) => ({
    atMs: i * 0.5 * MINUTE_MS,
    ...incubatorAir([{ openedMs: 10 * MINUTE_MS, closedMs: 11 * MINUTE_MS }], i * 0.5 * MINUTE_MS),
  }))

  it('falls by some 10 to 20 points and is back within the hour', () => {
    const { before, lowestRhPercent, recoveredAfterMinutes } = airSummary(readings, events)
    expect(before!.rhPercent - lowestRhPercent!).toBeGreaterThan(10)
    expect(before!.rhPercent - lowestRhPercent!).toBeLessThan(20)
    expect(recoveredAfterMinutes).toBeGreaterThan(3)
    expect(recoveredAfterMinutes).toBeLessThan(60)
  })

  it('is not called back while the lid is off, nor without a reading from before', () => {
    expect(airSummary(readings, [...events, opened(40, 'return')]).recoveredAfterMinutes).toBeNull()
    expect(airSummary(readings.slice(30), events)).toMatchObject({
      before: null,
      recoveredAfterMinutes: null,
    })
    expect(airSummary([], [])).toEqual({
      before: null,
      lowestRhPercent: null,
      lowestCelsius: null,
      latest: null,
      recoveredAfterMinutes: null,
    })
  })
})

describe('a second look', () => {
  it('falls on a candling two to four days on, else on the third day', () => {
    expect(secondLookAtMs(0, [0, 3.5 * DAY_MS, 7 * DAY_MS])).toBe(3.5 * DAY_MS)
    expect(secondLookAtMs(0, [1 * DAY_MS, 7 * DAY_MS])).toBe(3 * DAY_MS)
  })

  it('says nothing new before a day and a half', () => {
    expect([1, 1.4, 1.6, 4].map((days) => mayLookAgain(0, days * DAY_MS))).toEqual([false, false, true, true])
  })
})
