// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import { RECORDS_VERSION } from '../../contracts/records/records.ts'
import {
  asTheyStand,
  sampleReading,
  sampleRecords,
  unstamped,
} from '../../contracts/records/sample-records.ts'
import { withEvents } from '../../contracts/records/egg-state.ts'
import { setRecordOf } from '../../contracts/records/set-record.ts'
import { BookTables } from './book-tables.ts'
import { cutAfter } from './cut-writes.ts'
import { reopened as opened } from './reopened.ts'
import { Shelf } from './shelf.ts'
import { useImportExportStore } from './import-export.ts'

const sample = sampleRecords()
const [set] = sample.sets
const photo = new Blob(['jpeg'], { type: 'image/jpeg' })
const picture = { photo, shapes: [] }

/** The book's tables themselves, past every check. */
async function underTheHood(work: (tables: BookTables) => Promise<unknown>): Promise<void> {
  await work(new BookTables(await new Shelf().current()))
}
async function photoIds(): Promise<string[]> {
  return new BookTables(await new Shelf().current()).photos.keys()
}

/** The sample's set with its tray, as a plan brings it. */
const planned = { trays: sample.trays, sets: [set!] }

beforeEach(async () => {
  await opened()
  await useImportExportStore().erase()
})

describe('the records on disk', () => {
  it('come back after a reload as they were: hatchery, set, eggs, looks', async () => {
    const store = await opened()
    await store.saveHatchery({ ...sample.hatchery, name: 'Skerry Light' })
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, picture, null)
    const again = await opened()
    expect(again.hatchery.name).toBe('Skerry Light')
    expect(unstamped(again.sets)).toEqual(unstamped([set!]))
    expect(unstamped(again.eggs)).toEqual(unstamped(sample.eggs))
    expect(unstamped(again.looks)).toEqual(unstamped([sample.looks[0]!]))
    expect(again.looks[0]!.stamp).toMatchObject({
      revision: 1,
      device: again.sets[0]!.stamp.device,
      gone: false,
    })
    expect(again.journal.map(({ label }) => label)).toEqual(['plan', 'photograph'])
  })

  it('refuse what a later start could not read, and stay as they were', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    const collar = { ...sample.hatchery, scale: { collarMm: 900, camera: null } }
    await expect(store.saveHatchery(collar)).rejects.toThrow()
    await expect(store.addLook({ ...sample.looks[0]!, ageDays: -3 }, picture, null)).rejects.toThrow()
    expect(store.looks).toEqual([])
    const again = await opened()
    expect(again.hatchery.scale.collarMm).toBeNull()
    expect(unstamped(again.eggs)).toEqual(unstamped(sample.eggs))
  })

  it('keep several eggs of one photograph as one step, and the photograph once', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    const earlier = { ...sample.looks[0]!, id: 'earlier' }
    await store.addLook(earlier, picture, null)
    const shared = sample.looks.map((look) => ({ ...look, photo: { ...look.photo, id: 'shared' } }))
    await store.addLooks(shared, picture, [earlier])
    const again = await opened()
    expect(again.looks.find((look) => look.id === 'earlier')!.replaced).toBe(true)
    expect(await again.repository.photo('shared')).not.toBeNull()
    expect(await again.repository.photo(sample.looks[1]!.photo.id)).toBeNull()
    await again.undo()
    expect(again.looks.map((look) => [look.id, look.replaced])).toEqual([['earlier', false]])
  })

  it('keep what an earlier version wrote', async () => {
    await opened()
    const { plan: _p, trays: _t, trayIds: _i, batches: _b, done: _d, temperatures: _c, ...old } = set!
    await underTheHood(async (tables) => {
      await tables.meta.setItem('setting/records-version', 1)
      await tables.put('sets', { ...old, tray: { name: 'Tray 1', rows: 1, columns: 2 }, candlingDays: [7] })
    })
    const again = await opened()
    expect(again.sets[0]).toMatchObject({
      plan: { method: 'own', ownDays: [7] },
      trays: [{ rows: 1, columns: 2 }],
    })
  })

  it('are brought to today’s shape once, the lines of a look beside it', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    const { madeBy: _m, earlierVerdicts: _e, stamp: _s, ...look } = sample.looks[0]!
    const old = {
      ...look,
      reading: sampleReading(sample.eggs[0]!),
      verdict: { ...look.verdict, reasons: ['No ring'] },
    }
    await underTheHood(async (tables) => {
      await tables.meta.setItem('setting/records-version', 5)
      // It lay under its own id then.
      await tables.of('looks').setItem('look-1', old)
    })
    const again = await opened()
    expect(again.looks[0]).toMatchObject({ reading: look.reading, madeBy: { model: null } })
    expect((await again.repository.shapes('look-1'))!.polygon).toEqual(old.reading.polygon)
    await underTheHood(async (tables) => {
      expect(await tables.of('looks').keys()).toEqual(['set-1/look-1'])
      expect(await tables.of('looks').getItem('set-1/look-1')).toEqual(again.looks[0])
    })
  })

  it('that are refused leave no photograph behind, and neither do those that are taken back', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await expect(store.addLook({ ...sample.looks[0]!, ageDays: -3 }, picture, null)).rejects.toThrow(
      /Age in days/,
    )
    expect(await photoIds()).toEqual([])
    await store.addLook(sample.looks[0]!, picture, null)
    expect(await photoIds()).toEqual(['photo-1'])
    await store.undo()
    expect(await photoIds()).toEqual([])
  })

  it('say in words what ordinary typing got wrong, and stay as they were', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    const [egg, other] = sample.eggs
    const plan = set!.plan
    for (const [changes, sentence] of [
      [{ eggs: [{ ...egg!, weightG: 5800 }] }, /Weight in grams must be at most 500, not 5800/],
      [{ eggs: [{ ...egg!, lengthMm: 432 }] }, /Length in millimetres must be at most 200/],
      [
        { sets: [{ ...set!, plan: { ...plan, delayHours: 400 } }] },
        /Delayed start in hours must be at most 240/,
      ],
      [
        { sets: [{ ...set!, plan: { ...plan, ownDays: Array.from({ length: 42 }, (_, i) => i) } }] },
        /Own candling days can be at most 40; there are 42/,
      ],
      [{ eggs: [{ ...egg!, place: other!.place }] }, /is in the same place as another/],
      [{ eggs: [{ ...egg!, number: 2 }] }, /another egg 2/],
      [{ sets: [{ ...set!, trays: [{ ...set!.trays[0]!, columns: 1 }] }] }, /is outside its tray/],
      [{ trays: [{ ...set!.trays[0]!, rows: 900 }] }, /Rows of the tray must be at most 40/],
    ] as const)
      await expect(store.commit('typing', null, changes as never)).rejects.toThrow(sentence)
    const again = await opened()
    expect([unstamped(again.sets), unstamped(again.eggs), again.quarantined]).toEqual([
      unstamped([set!]),
      unstamped(sample.eggs),
      [],
    ])
    expect(again.journal.map(({ label }) => label)).toEqual(['plan'])
  })
})

/** The first egg as a record in which its weight was typed so. */
const weighing = (weightG: number) => ({
  ...withEvents(sample.eggs[0]!, []),
  events: [...sample.eggs[0]!.events, { id: 'w', at: null, device: null, kind: 'weighed', weightG }],
})

describe('a record that cannot be read', () => {
  it('is set aside and named; all else opens, and it can be put right', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await underTheHood((tables) => tables.put('eggs', weighing(5800)))
    const again = await opened()
    expect(unstamped(again.eggs)).toEqual(unstamped([sample.eggs[1]!]))
    expect(again.quarantined.map(({ table, problems }) => [table, problems[0]!.sentence])).toEqual([
      ['eggs', 'weight in grams must be at most 500, not 5800.'],
    ])
    const importExport = useImportExportStore()
    await expect(importExport.mend(again.quarantined[0]!, weighing(580))).rejects.toThrow(/at most 500/)
    await importExport.mend(again.quarantined[0]!, weighing(58))
    expect([again.eggs.length, again.quarantined]).toEqual([2, []])
    expect((await opened()).eggs[0]!.weightG).toBe(58)
  })

  it('takes what belongs to it along, and brings it back', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, picture, null)
    await underTheHood((tables) => tables.put('sets', { ...setRecordOf(set!), trayIds: [] }))
    const again = await opened()
    expect([again.sets, again.eggs, again.looks]).toEqual([[], [], []])
    expect(again.quarantined.map(({ table }) => table)).toEqual(['sets', 'eggs', 'eggs', 'looks'])
    await useImportExportStore().mend(again.quarantined[0]!, setRecordOf(set!))
    expect([again.sets.length, again.eggs.length, again.looks.length, again.quarantined.length]).toEqual([
      1, 2, 1, 0,
    ])
    expect(await photoIds()).toEqual(['photo-1'])
  })

  it('of the hatchery itself is not written over', async () => {
    await opened()
    await underTheHood((tables) => tables.put('hatchery', { ...sample.hatchery, brooders: 'many' }))
    const store = await opened()
    expect(store.quarantined.map(({ table }) => table)).toEqual(['hatchery'])
    await store.saveHatchery({ ...store.hatchery, name: 'Anew' })
    const again = await opened()
    expect([
      again.hatchery.name,
      again.quarantined.length,
      (again.quarantined[0]!.value as { brooders: unknown }).brooders,
    ]).toEqual(['Anew', 1, 'many'])
  })

  it('of a newer program is left alone', async () => {
    await opened()
    await underTheHood((tables) => tables.meta.setItem('setting/records-version', 99))
    await expect(opened()).rejects.toThrow(/newer Perlumen/)
    await underTheHood((tables) => tables.meta.setItem('setting/records-version', RECORDS_VERSION))
  })
})

describe('a step that is cut off', () => {
  it('is whole or not there, whichever write is the last', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, picture, null)
    const before = { eggs: store.eggs, looks: store.looks, journal: store.journal.length }
    const taken = {
      at: set!.setAt,
      why: 'graded' as const,
      grade: 'clear' as const,
      reason: '',
      lookId: 'look-1',
      againstPolicy: false,
    }
    for (let writes = 0; writes < 12; writes++) {
      const now = await opened()
      const cut = cutAfter(writes)
      await now
        .commit('remove', 'egg-1', {
          eggs: sample.eggs.map((egg) => ({ ...egg, removed: taken })),
          looks: [{ ...sample.looks[0]!, own: { grade: 'clear', at: set!.setAt } }],
        })
        .catch(() => undefined)
      cut.mend()
      const after = await opened()
      const done =
        after.eggs.filter(({ removed }) => removed !== null).length +
        after.looks.filter(({ own }) => own !== null).length
      expect([0, 3]).toContain(done)
      expect(after.journal.length).toBe(before.journal + (done === 3 ? 1 : 0))
      if (done === 3) await after.undo()
      expect([asTheyStand(after.eggs), unstamped(after.looks)]).toEqual([
        asTheyStand(before.eggs),
        unstamped(before.looks),
      ])
    }
  })
})

describe('undo', () => {
  it('takes steps back one by one, the newest first, also after a reload', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, picture, null)
    await store.commit('grade', 'egg-1', {
      looks: [{ ...sample.looks[0]!, own: { grade: 'clear', at: set!.setAt } }],
    })
    const again = await opened()
    expect((await again.undo())?.label).toBe('grade')
    expect(again.looks[0]!.own).toBeNull()
    expect((await again.undo())?.label).toBe('photograph')
    expect(again.looks).toEqual([])
    await again.undo()
    expect([again.sets, again.eggs]).toEqual([[], []])
    expect(await again.undo()).toBeNull()
    expect((await opened()).sets).toEqual([])
  })

  it('of two quick presses takes back two steps, not one twice', async () => {
    const store = await opened()
    await store.commit('plan', null, planned)
    await store.commit('notes', null, { sets: [{ ...set!, notes: 'one' }] })
    await store.commit('notes', null, { sets: [{ ...set!, notes: 'two' }] })
    const [first, second] = await Promise.all([store.undo(), store.undo()])
    expect([first?.label, second?.label]).toEqual(['notes', 'notes'])
    expect(store.sets[0]!.notes).toBe('')
    expect((await opened()).sets[0]!.notes).toBe('')
  })

  it('of a retake brings the first picture’s look back', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, picture, null)
    const retake = {
      ...sample.looks[0]!,
      id: 'look-again',
      photo: { ...sample.looks[0]!.photo, id: 'photo-again' },
    }
    await store.addLook(retake, picture, sample.looks[0]!)
    expect(store.looksByEgg.get('egg-1')!.map(({ id }) => id)).toEqual(['look-again'])
    await store.undo()
    expect(store.looksByEgg.get('egg-1')!.map(({ id }) => id)).toEqual(['look-1'])
  })
})

describe('the journal', () => {
  it('keeps the newest sixty steps, on the disk as well', async () => {
    const store = await opened()
    for (let i = 0; i < 64; i++)
      await store.commit(`step ${i}`, null, { ...planned, sets: [{ ...set!, notes: String(i) }] })
    const again = await opened()
    expect(again.journal).toHaveLength(60)
    expect(again.journal[0]!.label).toBe('step 4')
    expect((await again.undo())?.label).toBe('step 63')
  })
})

describe('what the views ask for', () => {
  it('eggs in the order of candling; those left out are not among them', async () => {
    const store = await opened()
    const [first, second] = sample.eggs
    const swapped = [
      { ...first!, place: second!.place },
      { ...second!, place: first!.place },
    ]
    const kept = { ...first!, id: 'egg-3', number: 3, role: 'reference' as const, place: null }
    await store.commit('plan', null, { ...planned, eggs: [...swapped, kept] })
    expect(store.eggsBySet.get('set-1')!.map(({ number }) => number)).toEqual([2, 1])
    expect(store.allEggsBySet.get('set-1')).toHaveLength(3)
  })
})
