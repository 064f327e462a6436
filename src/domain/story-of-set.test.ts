import { describe, expect, it } from 'vitest'
import { DAY_MS } from '../core/time/durations.ts'
import { type EggEvent } from '../contracts/records/egg-record.ts'
import { newEgg, withEvents } from '../contracts/records/egg-state.ts'
import { eggOf } from '../contracts/records/egg-state.ts'
import { newLog } from '../contracts/records/incubator-log.ts'
import { FIRST_INCUBATOR_ID } from '../contracts/records/incubator-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { lockdownMs, storyOfSet } from './story-of-set.ts'

const { hatchery, sets } = sampleRecords()
const setMs = Date.parse(sets[0]!.setAt)
const at = (days: number): string => new Date(setMs + days * DAY_MS).toISOString()
const noted = (text: string): EggEvent => ({ id: text, at: at(7), device: null, kind: 'noted', text })
const set = {
  ...sets[0]!,
  batches: [{ id: 'b', source: '', breed: '', shell: 'white' as const, posted: true, turnedInStorage: true }],
  done: [{ key: 'lockdown', at: at(18.2) }],
  temperatures: [1, 2, 3, 4].map((day) => ({ atMs: setMs + day * DAY_MS, celsius: 36.9 })),
}
const known = { setId: 'set-1', batchId: 'b', laidOn: '2026-02-20' }
const place = { trayId: 'tray-1', row: 0, column: 0 }
const eggs = [
  newEgg({
    ...known,
    id: 'out',
    number: 1,
    place,
    outcome: { at: at(21.5), found: 'hatched' },
  }),
  eggOf(
    withEvents(
      newEgg({
        ...known,
        id: 'dead',
        number: 2,
        outcome: { at: at(23), found: 'quitter', deathDay: 19, signs: ['wet'] },
      }),
      [noted('loose air cell')],
    ),
  ),
]
const sources = { hatchery, looksByEgg: new Map(), probes: [], rollUps: [], logs: [] }
const story = (more: Partial<typeof sources> = {}) =>
  storyOfSet({ set, eggs }, { ...sources, ...more }, setMs + 30 * DAY_MS)

describe('what the book knows of a set', () => {
  it('is told egg by egg', () => {
    const [out, dead] = story().eggs
    expect(out).toMatchObject({ fate: 'hatched', storageDays: 9, posted: true, place, signs: null })
    expect(out!.outHours).toBeCloseTo(12)
    expect(dead).toMatchObject({ fate: 'late', signs: ['wet'], outHours: null, looseCell: true, loss: null })
  })
  it('tells the warmth over the target, and nothing of what nobody measured', () => {
    expect(story().celsiusOver).toBeCloseTo(-0.6)
    expect(story()).toMatchObject({ rhOver: null, lockdownRhOver: null, openings: null })
    const twice = { ...set, temperatures: set.temperatures.slice(0, 2) }
    expect(storyOfSet({ set: twice, eggs }, sources, setMs + 30 * DAY_MS).celsiusOver).toBeNull()
  })
  it('counts openings from lockdown on, where openings are noted', () => {
    const opened = (days: number) => ({
      id: `o${days}`,
      at: at(days),
      device: null,
      kind: 'opened' as const,
      reason: 'hatching' as const,
    })
    const log = { ...newLog(FIRST_INCUBATOR_ID, '2026-03'), events: [opened(7), opened(19), opened(20)] }
    expect(story({ logs: [log] as never }).openings).toBe(2)
    const before = { ...log, events: [opened(7)] }
    expect(story({ logs: [before] as never }).openings).toBe(0)
  })
})

it('a lid that nobody shut by a tick is shut by the set’s own days', () => {
  const own = {
    ...set,
    done: [],
    temperatures: [],
    plan: { ...set.plan, incubationDays: 24, delayHours: 12 },
  }
  expect(lockdownMs(own, sources.hatchery)).toBe(setMs + 21.5 * DAY_MS)
})
