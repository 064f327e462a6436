import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newHatchery } from '../../contracts/records/hatchery-record.ts'
import type { DraftBatch, PlanDraft } from '../../core/planning/plan-draft.ts'
import { batchAdded, batchRemoved, eggChanged, eggsMoved, emptyDraft, trayAdded } from './plan-changes.ts'

const hatchery = { ...newHatchery('UTC') }
const NOW = Date.parse('2026-03-04T20:15:00Z')
const EMPTY = emptyDraft(hatchery, NOW)
const batch = (species: DraftBatch['species']): Omit<DraftBatch, 'id'> => ({
  source: 'own hens',
  breed: '',
  species,
  shell: 'tinted',
  posted: false,
  arrivedOn: null,
  laidFrom: '2026-03-01',
  laidTo: '2026-03-03',
  turnedInStorage: true,
})

const places = (draft: PlanDraft, species: string): number =>
  draft.trays
    .filter((tray) => tray.species === species)
    .reduce((sum, { rows, columns }) => sum + rows * columns, 0)

describe('a basket', () => {
  it('begins empty, at the coming full hour', () => {
    expect(EMPTY.timing).toEqual({ by: 'set', date: '2026-03-04', time: '21:00' })
    expect(emptyDraft(hatchery, Date.parse('2026-03-04T23:40:00Z')).timing).toMatchObject({ time: '23:00' })
  })

  it('has a place for every egg and its own number for each, however many batches come', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 5 }), (counts) => {
        const draft = counts.reduce(
          (now, count) => batchAdded(now, { batch: batch('chicken'), count }, hatchery),
          EMPTY,
        )
        const eggs = counts.reduce((sum, count) => sum + count, 0)
        expect(draft.eggs.map(({ number }) => number)).toEqual(Array.from({ length: eggs }, (_, i) => i + 1))
        expect(places(draft, 'chicken')).toBeGreaterThanOrEqual(eggs)
      }),
    )
  })

  it('loses with a batch its eggs, and the trays of a bird that is gone, alone', () => {
    const both = batchAdded(
      batchAdded(EMPTY, { batch: batch('chicken'), count: 12 }, hatchery),
      { batch: batch('quail'), count: 20 },
      hatchery,
    )
    const left = batchRemoved(both, both.batches[0]!.id)
    expect(left.eggs).toHaveLength(20)
    expect(places(left, 'chicken')).toBe(0)
    expect(places(left, 'quail')).toBe(places(both, 'quail'))
  })

  it('loses with a batch the tray that was there for its eggs alone; one that a person added stays', () => {
    const one = batchAdded(EMPTY, { batch: batch('chicken'), count: 10 }, hatchery)
    const two = batchAdded(one, { batch: batch('chicken'), count: 60 }, hatchery)
    expect(two.trays.length).toBeGreaterThan(one.trays.length)
    expect(batchRemoved(two, two.batches[1]!.id).trays).toEqual(one.trays)
    const added = trayAdded(one, 'chicken', hatchery)
    const few = batchAdded(added, { batch: batch('chicken'), count: 1 }, hatchery)
    expect(batchRemoved(few, few.batches[1]!.id).trays).toEqual(added.trays)
  })

  it('changes one egg, moves eggs where they are put, and adds a tray like the last', () => {
    const draft = batchAdded(EMPTY, { batch: batch('chicken'), count: 3 }, hatchery)
    const [first, second] = draft.eggs
    expect(eggChanged(draft, first!.id, { weightG: 61 }).eggs.map(({ weightG }) => weightG)).toEqual([
      61,
      null,
      null,
    ])
    const place = { trayId: draft.trays[0]!.id, row: 0, column: 2 }
    const moved = eggsMoved(draft, [
      { id: first!.id, place },
      { id: second!.id, place: null },
    ])
    expect(moved.moved).toEqual({ [first!.id]: place })
    const wide = { ...draft, trays: draft.trays.map((tray) => ({ ...tray, rows: 3, columns: 9 })) }
    expect(trayAdded(wide, 'chicken', hatchery).trays.at(-1)).toMatchObject({
      rows: 3,
      columns: 9,
      name: 'Tray 2',
    })
  })
})
