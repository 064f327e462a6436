import { describe, expect, it } from 'vitest'
import { setRecordOf, setRecordSchema, type EggSet } from '../contracts/records/set-record.ts'
import {
  hatcheryRecordOf,
  hatcheryRecordSchema,
  type Hatchery,
} from '../contracts/records/hatchery-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { USUAL_AIR, type AirHabit } from '../core/climate/air-method.ts'
import { HOUR_MS } from '../core/time/durations.ts'
import { airWantedOf } from './air-wanted.ts'
import { handTurningOf } from './hand-turning.ts'
import { incubatorNow } from './incubator-now.ts'

const sample = sampleRecords()
const hatchery: Hatchery = { ...sample.hatchery, zone: 'UTC' }
const [first] = sample.sets
const incubator = hatchery.incubators[0]!
const dry: AirHabit = { ...USUAL_AIR, method: 'dry' }
const moist: AirHabit = { ...USUAL_AIR, method: 'moist' }

const setWith = (changes: Partial<EggSet['plan']>): EggSet => ({
  ...first!,
  setAt: '2026-03-02T06:00:00.000Z',
  plan: { ...first!.plan, turnsADay: 3, ...changes },
})
const nowOf = (set: EggSet, place: Hatchery, at: string) =>
  incubatorNow(
    incubator,
    {
      hatchery: place,
      sets: [set],
      eggsBySet: new Map([[set.id, sample.eggs]]),
      probes: [],
      logs: [],
      recent: new Map(),
      lastHeard: new Map(),
    },
    Date.parse(at),
  )

describe('the air of a set', () => {
  it('goes by its own habit, else its bird’s, else the place’s', () => {
    const place: Hatchery = { ...hatchery, air: moist, airOfSpecies: [{ species: 'duck', habit: dry }] }
    const hen = setWith({})
    expect(airWantedOf(hen, place).until.low).toBe(60)
    expect(airWantedOf({ ...hen, species: 'duck' }, place).until.low).toBe(25)
    expect(airWantedOf({ ...setWith({ air: USUAL_AIR }), species: 'duck' }, place).until.low).toBe(50)
  })
  it('is what the incubator is watched by', () => {
    expect(nowOf(setWith({ air: dry }), hatchery, '2026-03-05T10:00:00Z').band.rhPercent).toEqual({
      low: 25,
      high: 40,
    })
  })
  it('is read again as it was written, and a band turned round is refused', () => {
    const set = setRecordOf(setWith({ air: { ...dry, lockdownCoolerC: 0.4 }, turningHours: [6.5, 22] }))
    expect(setRecordSchema.parse(set)).toEqual(set)
    const turned = { ...USUAL_AIR, own: { ...USUAL_AIR.own, from: { low: 70, high: 60 } } }
    expect(hatcheryRecordSchema.safeParse({ ...hatcheryRecordOf(hatchery), air: turned }).success).toBe(false)
  })
})

describe('turning by hand', () => {
  it('is at the set’s hours, else at the place’s, else spread over the day', () => {
    const hours = (set: EggSet, place = hatchery) => handTurningOf(set, place)?.hours
    const atHome: Hatchery = { ...hatchery, turningHours: [22, 6.5, 17.5] }
    expect(hours(setWith({}))).toEqual([7, 14.5, 22])
    expect(hours(setWith({}), atHome)).toEqual([6.5, 17.5, 22])
    expect(hours(setWith({ turningHours: [6, 21] }), atHome)).toEqual([6, 21])
    expect(hours(setWith({ turnsADay: null, turningHours: [6, 21] }), atHome)).toBeUndefined()
  })
  it('asks for no turn between those hours, and is overdue when the keeper says', () => {
    const patient: Hatchery = { ...hatchery, turningHours: [6.5, 17.5, 22], turnGraceHours: 4 }
    const turning = (at: string, place = patient) => nowOf(setWith({}), place, at)
    // Between waking and the evening only the morning’s turn is open.
    expect(turning('2026-03-05T12:00:00Z').turning).toMatchObject({
      dueMs: Date.parse('2026-03-05T06:30:00Z'),
      nextMs: Date.parse('2026-03-05T17:30:00Z'),
    })
    const late = (at: string, grace: number) =>
      turning(at, { ...patient, turnGraceHours: grace }).alarms.some(({ code }) => code === 'turn')
    expect(late('2026-03-05T10:15:00Z', 4)).toBe(false)
    expect(late('2026-03-05T10:30:00Z', 4)).toBe(true)
    expect(late('2026-03-05T07:31:00Z', 1)).toBe(true)
  })
  it('of posted eggs begins when they have rested', () => {
    const rested = setWith({ firstTurnHours: 48 })
    expect(handTurningOf(rested, hatchery)!.fromMs - Date.parse(rested.setAt)).toBe(48 * HOUR_MS)
    expect(nowOf(rested, hatchery, '2026-03-04T05:00:00Z').turning).toBeNull()
    expect(nowOf(rested, hatchery, '2026-03-04T14:30:00Z').turning).toMatchObject({
      dueMs: Date.parse('2026-03-04T14:30:00Z'),
    })
  })
})
