import { describe, expect, it } from 'vitest'
import { computePlan } from '../core/planning/compute-plan.ts'
import type { PlanDraft } from '../core/planning/plan-draft.ts'
import { newHatchery } from '../contracts/records/hatchery-record.ts'
import { planDraftSchema } from '../contracts/records/plan-draft.ts'
import { staysOf } from '../contracts/records/whereabouts.ts'
import { planToRecords } from './plan-to-records.ts'
import { eggRecordSchema } from '../contracts/records/egg-record.ts'
import { eggOf } from '../contracts/records/egg-state.ts'
import { eggSetOf, setRecordOf, setRecordSchema } from '../contracts/records/set-record.ts'
import { trayOf, trayRecordOf, trayRecordSchema } from '../contracts/records/tray-record.ts'
import { scheduleOf } from './set-schedule.ts'

const hatchery = { ...newHatchery('Europe/Lisbon'), dayCount: 'set-day-is-1' as const }
const NOW = Date.parse('2026-04-01T09:00:00Z')
const draft: PlanDraft = {
  batches: [
    {
      id: 'b',
      source: 'own hens',
      breed: 'Holm Beacon',
      species: 'chicken',
      shell: 'brown',
      laidFrom: '2026-03-28',
      laidTo: '2026-03-30',
      posted: false,
      arrivedOn: null,
      turnedInStorage: true,
    },
  ],
  eggs: (['advice', 'leave', 'reference', 'set'] as const).map((choice, i) => ({
    id: `e${i}`,
    batchId: 'b',
    number: i + 1,
    mark: '',
    laidOn: '2026-03-29',
    crack: 'none',
    waxed: false,
    weightG: 58.2,
    lengthMm: null,
    breadthMm: null,
    choice,
  })),
  timing: { by: 'hatch', date: '2026-04-30', hour: 12 },
  method: 'early-bird',
  ownDays: [],
  turningStop: 'usual',
  incubationDays: {},
  trays: [
    {
      id: 't',
      name: 'Tray 1',
      species: 'chicken',
      incubatorId: 'incubator-1',
      rows: 1,
      columns: 4,
      numbering: 'along-rows',
    },
  ],
  moved: {},
  names: {},
  notes: 'north shelf',
}

function records(changes: Partial<PlanDraft> = {}) {
  const now = { ...draft, ...changes }
  let ids = 0
  return planToRecords(
    { draft: now, groups: computePlan(now, hatchery, NOW), hatchery },
    { nowIso: new Date(NOW).toISOString(), newId: () => `id-${++ids}` },
  )
}

describe('a finished plan', () => {
  it('becomes records that the schemas take, with every egg in its role', () => {
    const { trays, sets, eggs } = records()
    const read = new Map(trays.map((tray) => [tray.id, trayOf(trayRecordSchema.parse(trayRecordOf(tray)))]))
    expect(sets.map((set) => eggSetOf(setRecordSchema.parse(setRecordOf(set)), read))).toEqual(sets)
    expect(eggs.map((egg) => eggOf(eggRecordSchema.parse(egg)))).toEqual(eggs)
    expect(sets[0]).toMatchObject({
      name: 'Holm Beacon',
      shell: 'brown',
      done: [],
      notes: 'north shelf',
      plan: { method: 'early-bird', dayCount: 'set-day-is-1' },
    })
    expect(eggs.map(({ role }) => role)).toEqual(['set', 'left-out', 'reference', 'set'])
    expect(eggs.map(({ place }) => place?.column)).toEqual([0, undefined, undefined, 1])
    expect(eggs[0]!.place!.trayId).toBe(sets[0]!.trays[0]!.id)
  })

  it('leaves out a tray in which nothing lies, so that no place is named with it', () => {
    const [tray] = draft.trays
    const { trays, sets } = records({ trays: [tray!, { ...tray!, id: 't2', name: 'Tray 2' }] })
    expect(trays.map(({ name }) => name)).toEqual(['Tray 1'])
    expect(sets[0]!.trayIds).toEqual(trays.map(({ id }) => id))
  })

  it('has the schedule that the plan showed', () => {
    const [group] = computePlan(draft, hatchery, NOW)
    expect(scheduleOf(records().sets[0]!, hatchery)).toEqual(group!.schedule)
  })

  it('of eggs that are in already counts as set', () => {
    expect(
      records({ timing: { by: 'already', date: '2026-03-31', time: '08:00' } }).sets[0]!.done.map(
        ({ key }) => key,
      ),
    ).toEqual(['set'])
  })

  it('of eggs that are in already has them in their incubator since they were set, whenever it is typed', () => {
    const { trays, sets } = records({ timing: { by: 'already', date: '2026-03-23', time: '08:00' } })
    expect(staysOf(trays[0]!.events)[0]!.fromMs).toBe(Date.parse(sets[0]!.setAt))
  })
})

it('a kept draft is read back as it was, and a damaged one is refused', () => {
  expect(planDraftSchema.parse(structuredClone(draft))).toEqual(draft)
  expect(planDraftSchema.safeParse({ ...draft, timing: { by: 'moon' } }).success).toBe(false)
  expect(planDraftSchema.safeParse({ ...draft, trays: [{ ...draft.trays[0], rows: 0 }] }).success).toBe(false)
})
