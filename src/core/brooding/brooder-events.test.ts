import { describe, expect, it } from 'vitest'
import { HOUR_MS } from '../time/durations.ts'
import { eventStatuses } from '../planning/agenda/agenda.ts'
import { brooderEvents } from './brooder-events.ts'
const firstOutMs = Date.parse('2026-05-01T06:00:00Z')
const zone = 'UTC'
const events = (takingOut: 'dry' | 'one-day' | 'two-to-three-days') =>
  brooderEvents({ firstOutMs, lastOutMs: firstOutMs + 20 * HOUR_MS }, { takingOut, zone, incubationDays: 21 })

describe('what is to be done with chicks', () => {
  it.each([
    ['dry', 6, '2026-05-01'],
    ['one-day', 24, '2026-05-02'],
    ['two-to-three-days', 60, '2026-05-03'],
  ] as const)('begins when they are taken out: %s', (method, hours, date) => {
    const [takeOut] = events(method)
    expect(takeOut).toMatchObject({ key: 'take-out', date })
    expect((takeOut!.startMs - firstOutMs) / HOUR_MS).toBe(hours)
  })
  it('goes on for two weeks from when most are in the brooder', () => {
    expect(events('dry').map(({ key, date }) => [key, date])).toEqual([
      ['take-out', '2026-05-01'],
      ['first-day', '2026-05-03'],
      ['third-day', '2026-05-05'],
      ['cooler-1', '2026-05-09'],
      ['cooler-2', '2026-05-16'],
    ])
  })
  it('is asked for also when the set is over, until it is ticked or too late', () => {
    const state = (days: number, ...ticked: string[]) => {
      const progress = {
        schedule: events('dry'),
        doneKeys: new Set(['set', 'lockdown', 'give-up', ...ticked]),
        eggIds: [],
        looks: [],
      }
      return eventStatuses(progress, firstOutMs + days * 24 * HOUR_MS, zone).map((status) => status.state)
    }
    expect(state(2.5)).toEqual(['overdue', 'due', 'coming', 'coming', 'coming'])
    expect(state(8.5, 'take-out', 'cooler-1')).toEqual(['done', 'skipped', 'skipped', 'done', 'coming'])
  })
})
