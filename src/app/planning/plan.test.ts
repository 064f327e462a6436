// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { createPinia, disposePinia, getActivePinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import type { DraftBatch } from '../../core/planning/plan-draft.ts'
import { addDays, localDateOf } from '../../core/time/local-date.ts'
import { deviceZone, useHatcheryStore } from '../data/hatchery.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { usePlanStore } from './plan.ts'

const today = localDateOf(Date.now(), deviceZone())
const batch: Omit<DraftBatch, 'id'> = {
  source: 'own hens',
  breed: 'Holm Beacon',
  species: 'chicken',
  shell: 'brown',
  laidFrom: addDays(today, -5),
  laidTo: addDays(today, -2),
  posted: false,
  arrivedOn: null,
  turnedInStorage: true,
}

async function opened() {
  // The tab before is closed, or it would keep the lead.
  const before = getActivePinia()
  if (before) disposePinia(before)
  setActivePinia(createPinia())
  await useHatcheryStore().load()
  const plan = usePlanStore()
  await plan.open()
  return plan
}

beforeEach(async () => {
  // The tab before is closed, or it would keep the lead.
  const before = getActivePinia()
  if (before) disposePinia(before)
  setActivePinia(createPinia())
  const store = useHatcheryStore()
  await store.load()
  await useImportExportStore().erase()
})

describe('the basket', () => {
  it('numbers its eggs through, spreads their days and makes trays that hold them', async () => {
    const plan = await opened()
    await plan.addBatch(batch, 50)
    await plan.addBatch({ ...batch, species: 'duck', breed: 'Tarn Saltmarsh' }, 7)
    expect(plan.draft!.eggs.map(({ number }) => number)).toEqual(Array.from({ length: 57 }, (_, i) => i + 1))
    expect([...new Set(plan.draft!.eggs.map(({ laidOn }) => laidOn))]).toEqual(
      [-5, -4, -3, -2].map((days) => addDays(today, days)),
    )
    expect(plan.groups.map(({ species, setCount }) => [species, setCount])).toEqual([
      ['chicken', 50],
      ['duck', 7],
    ])
    expect(plan.groups.every(({ places, eggs }) => places >= eggs.length)).toBe(true)
    expect(plan.canFinish).toBe(true)
  })

  it('refuses in words what could not be opened again, at the egg, and keeps what it had', async () => {
    const plan = await opened()
    await plan.addBatch(batch, 2)
    const [first] = plan.draft!.eggs
    await plan.changeEgg(first!.id, { weightG: 5800 })
    expect(plan.problem).toEqual({ eggId: first!.id, text: 'Weight in grams must be at most 500, not 5800.' })
    expect(plan.draft!.eggs[0]!.weightG).toBeNull()
    await plan.change((now) => ({ ...now, ownDays: Array.from({ length: 42 }, (_, i) => i) }))
    expect(plan.problem!.text).toBe('Own candling days can be at most 40; there are 42.')
    await plan.changeEgg(first!.id, { weightG: 58 })
    expect([plan.problem, (await opened()).draft!.eggs[0]!.weightG]).toEqual([null, 58])
  })

  it('of an earlier version loses a single bad value, and says which; one beyond reading is kept aside', async () => {
    const plan = await opened()
    await plan.addBatch(batch, 2)
    const bad = { ...plan.draft!, eggs: plan.draft!.eggs.map((egg) => ({ ...egg, weightG: 5800 })) }
    await useHatcheryStore().repository.saveSetting('plan-draft', bad)
    const again = await opened()
    expect(again.draft!.eggs.map(({ weightG }) => weightG)).toEqual([null, null])
    expect(again.problem!.text).toMatch(/weight in grams must be at most 500/)
    const { method, ...older } = again.draft!
    await useHatcheryStore().repository.saveSetting('plan-draft', { ...older, school: method })
    expect((await opened()).draft!.method).toBe(method)
    await useHatcheryStore().repository.saveSetting('plan-draft', { nonsense: true })
    const third = await opened()
    expect([third.draft!.eggs, third.unreadable]).toEqual([[], { nonsense: true }])
    await third.forgetUnreadable()
    expect((await opened()).unreadable).toBeNull()
  })

  it('with eggs of a year ago can be planned and becomes a set that opens', async () => {
    const plan = await opened()
    await plan.addBatch({ ...batch, laidFrom: addDays(today, -400), laidTo: null }, 2)
    for (const egg of plan.draft!.eggs) await plan.changeEgg(egg.id, { choice: 'set' })
    expect(await plan.finish()).toHaveLength(1)
    await opened()
    expect([useHatcheryStore().sets.length, useHatcheryStore().quarantined.length]).toEqual([1, 0])
  })

  it('is kept with every change and opened again', async () => {
    const plan = await opened()
    await plan.addBatch(batch, 6)
    const again = await opened()
    expect(again.draft).toEqual(plan.draft)
  })

  it('takes every change back', async () => {
    const plan = await opened()
    await plan.addBatch(batch, 6)
    const full = plan.draft
    await plan.changeEgg(full!.eggs[0]!.id, { crack: 'leaking' })
    expect(plan.groups[0]!.setCount).toBe(5)
    await plan.startOver()
    expect(plan.draft!.eggs).toEqual([])
    for (let i = 0; i < 2; i++) await plan.undo()
    expect(plan.draft).toEqual(full)
    await plan.undo()
    expect(plan.draft!.eggs).toEqual([])
    await plan.undo()
    expect(plan.past).toEqual([])
  })

  it('a batch that leaves takes its eggs and its bird’s trays along', async () => {
    const plan = await opened()
    await plan.addBatch(batch, 6)
    await plan.addBatch({ ...batch, species: 'duck' }, 4)
    await plan.removeBatch(plan.draft!.batches[0]!.id)
    expect(plan.draft!.eggs).toHaveLength(4)
    expect(plan.draft!.trays.map(({ species }) => species)).toEqual(['duck'])
  })
})

describe('the trays', () => {
  it('too small stops the plan; another one lets it go on', async () => {
    const plan = await opened()
    await plan.addBatch(batch, 6)
    for (const egg of plan.draft!.eggs) await plan.changeEgg(egg.id, { choice: 'set' })
    await plan.changeTray(plan.draft!.trays[0]!.id, { rows: 1, columns: 4 })
    expect(plan.canFinish).toBe(false)
    await plan.addTray('chicken')
    expect(plan.canFinish).toBe(true)
    await plan.removeTray(plan.draft!.trays[1]!.id)
    expect(plan.canFinish).toBe(false)
  })

  it('an egg that is moved moves alone', async () => {
    const plan = await opened()
    await plan.addBatch(batch, 5)
    const before = new Map(plan.groups[0]!.eggs.map(({ egg, place }) => [egg.id, place]))
    const [first] = plan.draft!.eggs
    const free = { trayId: plan.draft!.trays[0]!.id, row: 0, column: 5 }
    await plan.moveEggs([{ id: first!.id, place: free }])
    for (const { egg, place } of plan.groups[0]!.eggs)
      expect(place).toEqual(egg.id === first!.id ? free : before.get(egg.id))
  })
})

it('a finished plan becomes sets and empties the basket; undo takes the sets back', async () => {
  const plan = await opened()
  const store = useHatcheryStore()
  await plan.addBatch(batch, 6)
  const [set] = await plan.finish()
  expect(set).toMatchObject({ name: 'Holm Beacon', species: 'chicken' })
  expect(store.eggsBySet.get(set!.id)).toHaveLength(6)
  expect(plan.draft!.eggs).toEqual([])
  expect(await plan.finish()).toEqual([])
  await store.undo()
  expect([store.sets, store.eggs]).toEqual([[], []])
})
