import { describe, expect, it } from 'vitest'
import { DAY_MS } from '../core/time/durations.ts'
import { newEgg } from '../contracts/records/egg-state.ts'
import { type Egg } from '../contracts/records/egg-state.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { airWantedOf } from './air-wanted.ts'
import { writeCalendar } from '../contracts/files/calendar-file.ts'
import { chicksNow } from './chicks-now.ts'
import { scheduleOf, withChicks } from './set-schedule.ts'

const { hatchery, sets } = sampleRecords()
const set = sets[0]!
const at = '2026-03-22T06:00:00.000Z'
const egg = (number: number, more: Partial<Egg> = {}): Egg =>
  newEgg({ id: `e${number}`, setId: set.id, number, outcome: { at, found: 'hatched' }, ...more })

describe('a set with chicks', () => {
  it('asks for what they need besides its plan, from the first one on', () => {
    expect(withChicks({ set, eggs: [egg(1, { outcome: null })] }, hatchery)).toBe(scheduleOf(set, hatchery))
    const more = withChicks({ set, eggs: [egg(1)] }, hatchery).slice(scheduleOf(set, hatchery).length)
    expect(more.map(({ key, date }) => [key, date])).toEqual([
      ['take-out', '2026-03-22'],
      ['first-day', '2026-03-23'],
      ['third-day', '2026-03-25'],
      ['cooler-1', '2026-03-29'],
      ['cooler-2', '2026-04-05'],
    ])
  })
  it('has it in the calendar file, with what to have ready', () => {
    const schedule = withChicks({ set, eggs: [egg(1)] }, hatchery)
    const text = writeCalendar([{ ...set, air: airWantedOf(set, hatchery), schedule, exportedKeys: [] }], {
      zone: hatchery.zone,
      nowMs: Date.parse(at),
      dayLabel: () => 'day 21',
    })
    expect(text).toContain('UID:set-1.cooler-2@perlumen')
    expect(text.replaceAll('\r\n\t', '').replaceAll('\r\n ', '')).toContain('Dip each beak in the water')
  })
})

it('chicks are in the brooder until they are lost, given away or six weeks old', () => {
  const gone = { at, state: 'given-away' as const, words: '' }
  const eggsBySet = new Map([[set.id, [egg(1), egg(2), egg(3, { chick: gone })]]])
  const now = (days: number) =>
    chicksNow([set], eggsBySet, Date.parse(at) + days * DAY_MS).map(({ chicks }) => chicks)
  expect([now(1), now(41), now(43)]).toEqual([[2], [2], []])
})
