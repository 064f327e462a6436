import { expect, it } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import type { SetPlan } from '../shared/useSetPlan.ts'
import { warningSetOf } from './warning-set.ts'

const { sets, eggs } = sampleRecords()
const set = { ...sets[0]!, trays: sets[0]!.trays.map((tray) => ({ ...tray, incubatorId: 'cabinet' })) }
const plan = { statuses: [], started: true, finished: false } as unknown as SetPlan

it('counts a set’s eggs in the incubator where their tray is, and none that is out', () => {
  const here = eggs.map((egg) => ({ ...egg, place: { trayId: set.trays[0]!.id, row: 0, column: 0 } }))
  const of = (some: typeof here) => warningSetOf({ set, plan, eggs: some }, 'UTC')
  expect([...of(here).eggsIn]).toEqual([['cabinet', here.length]])
  const removed = { at: set.setAt, grade: 'clear', confirmed: null } as unknown as (typeof here)[0]['removed']
  expect([...of([{ ...here[0]!, removed }, ...here.slice(1)]).eggsIn]).toEqual([['cabinet', here.length - 1]])
  expect(of(here)).toMatchObject({ id: set.id, started: true, finished: false })
  const carried = { ...set, trays: set.trays.map((tray) => ({ ...tray, incubatorId: null })) }
  expect(warningSetOf({ set: carried, plan, eggs: here }, 'UTC').eggsIn.size).toBe(0)
})
