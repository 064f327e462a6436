import 'fake-indexeddb/auto'
import { createPinia, disposePinia, getActivePinia, setActivePinia } from 'pinia'
import { watch } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { notesOf } from '../../contracts/records/egg-state.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import { sampleRecords, unstamped } from '../../contracts/records/sample-records.ts'
import { setRecordOf } from '../../contracts/records/set-record.ts'
import { noted } from '../../domain/readings.ts'
import { cutAfter } from './cut-writes.ts'
import { reopened } from './reopened.ts'
import { Shelf } from './shelf.ts'
import { useImportExportStore } from './import-export.ts'
import { useHatcheryStore } from './hatchery.ts'

const sample = sampleRecords()
const [set] = sample.sets
const photo = new Blob(['jpeg'], { type: 'image/jpeg' })
const picture = { photo, shapes: [] }
const MEGABYTE = 1_000_000

async function opened() {
  const store = await reopened()
  return { store, importExport: useImportExportStore() }
}
/** One set, two eggs, a look at each with its photograph. */
async function filled() {
  const { store, importExport } = await opened()
  await store.commit('plan', null, { trays: sample.trays, sets: [set!], eggs: sample.eggs })
  for (const look of sample.looks) await store.addLook(look, picture, null)
  return { store, importExport }
}
const shownOf = ({ sets, eggs, looks }: Pick<HatcheryRecords, 'sets' | 'eggs' | 'looks'>) => ({
  sets: unstamped(sets),
  eggs: unstamped(eggs),
  looks: unstamped(looks),
})
const shown = (store: ReturnType<typeof useHatcheryStore>) => ({
  ...shownOf(store),
  journal: store.journal.length,
})

// A page without locks: this tab is the only one.
vi.stubGlobal('navigator', { userAgent: 'none' })

beforeEach(async () => {
  await (await opened()).importExport.erase()
})

describe('a bundle', () => {
  it('goes out and takes the place of what is here, photographs and all', async () => {
    const { store, importExport } = await filled()
    const { file, missing } = await importExport.exportBundle()
    expect(missing).toEqual([])
    const before = store.records()
    await store.commit('notes', null, { sets: [{ ...set!, id: 'other', notes: 'to be replaced' }] })
    await importExport.importBundle(await importExport.check(file), file.size)
    expect(store.records()).toEqual(before)
    expect(store.journal).toEqual([])
    const again = await opened()
    expect(again.store.looks).toEqual(before.looks)
    expect(await (await again.store.repository.photo('photo-1'))!.text()).toBe('jpeg')
  })

  it('that is older leaves room for a merge: what was written after it on either side is asked or kept, never lost', async () => {
    const { store, importExport } = await filled()
    const { eggs } = sample
    const changed = (notes: string) => ({ sets: [{ ...store.setById(set!.id)!, notes }] })
    const note = (text: string) =>
      store.commit('note', eggs[0]!.id, { notes: [{ eggId: eggs[0]!.id, text }] })
    const { file: old } = await importExport.exportBundle()
    const [writer, tablet] = [store.device(), store.tablet()]
    await store.commit('notes', null, changed('before'))
    await note('seen before')
    // This is what another tablet has by now.
    const { file: newer } = await importExport.exportBundle()
    await importExport.importBundle(await importExport.check(old), old.size)
    expect([store.device() === writer, store.tablet()]).toEqual([false, tablet])
    await store.commit('notes', null, changed('after'))
    await note('seen after')
    const theirs = await importExport.check(newer)
    const { conflicts } = await importExport.previewMerge(theirs)
    expect(conflicts).toMatchObject([{ table: 'sets', id: set!.id, fields: ['notes'] }])
    const now = store.device()
    await importExport.merge(theirs, [], newer.size)
    const egg = store.eggs.find(({ id }) => id === eggs[0]!.id)!
    expect(
      notesOf(egg)
        .map(({ text }) => text)
        .sort(),
    ).toEqual(['seen after', 'seen before'])
    // A merged book holds all that was written here: it goes on under the same name. An erased one does not.
    expect(store.device()).toBe(now)
    await importExport.erase()
    expect([store.device() === now, store.tablet()]).toEqual([false, tablet])
  })

  it('that is cut off at any write leaves the book as it was', async () => {
    const { store, importExport } = await filled()
    const { file } = await importExport.exportBundle()
    const bundle = await importExport.check(file)
    await store.commit('notes', null, { sets: [{ ...set!, notes: 'mine' }] })
    const before = shown(store)
    let cut = cutAfter(Infinity)
    await importExport.importBundle(bundle, file.size)
    cut.mend()
    const writes = cut.spent()
    expect(writes).toBeGreaterThan(8)
    await importExport.erase()
    const { store: anew } = await filled()
    await anew.commit('notes', null, { sets: [{ ...set!, notes: 'mine' }] })
    for (let allowed = 0; allowed < writes; allowed++) {
      const { store: now, importExport: keeping } = await opened()
      cut = cutAfter(allowed)
      const refused = await keeping.importBundle(bundle, file.size).then(
        () => null,
        (error: Error) => error.message,
      )
      cut.mend()
      const after = await opened()
      // Once the pointer is written the book is the new one, whole; before that, the old one, whole.
      const replaced = after.store.journal.length === 0
      expect(shown(after.store)).toEqual(replaced ? { ...shownOf(sample), journal: 0 } : before)
      if (replaced) break
      expect(refused).toMatch(/too little room|Nothing was changed/)
      expect(shown(now)).toEqual(before)
    }
  })

  it('that needs more room than there is is refused before anything is written', async () => {
    const { store, importExport } = await filled()
    const { file } = await importExport.exportBundle()
    const bundle = await importExport.check(file)
    vi.stubGlobal('navigator', {
      userAgent: 'none',
      storage: {
        estimate: async () => ({ usage: 9 * MEGABYTE, quota: 10 * MEGABYTE }),
        persisted: async () => false,
      },
    })
    await expect(importExport.importBundle(bundle, 5 * MEGABYTE)).rejects.toThrow(
      /needs about 7 MB and the browser has about 1 MB left.*Nothing was changed/,
    )
    vi.stubGlobal('navigator', { userAgent: 'none' })
    expect(store.looks).toHaveLength(2)
  })

  it('is written although a photograph is gone, and names the egg and the day', async () => {
    const { store, importExport } = await filled()
    await store.repository.removePhotos(['photo-2'])
    const { file, missing } = await importExport.exportBundle()
    expect(missing).toEqual([
      { photoId: 'photo-2', set: 'North shelf', egg: 2, takenAt: sample.looks[1]!.takenAt },
    ])
    await importExport.importBundle(await importExport.check(file), file.size)
    expect(store.looks).toHaveLength(2)
    expect([
      (await store.repository.photo('photo-1')) !== null,
      await store.repository.photo('photo-2'),
    ]).toEqual([true, null])
  })

  it('takes along what is set aside, and another device can put it right', async () => {
    const { store, importExport } = await filled()
    await store.rewrite(() =>
      store.repository.replaceWith({
        records: { ...sample, sets: [], eggs: [], looks: [] },
        tombstones: [],
        shapes: async () => null,
        attachmentIds: [],
        attachment: async () => null,
        readingIds: [],
        readings: async () => null,
        isChecked: true,
        book: 'own',
        photoTypes: new Map([['photo-1', 'image/jpeg']]),
        missing: [],
        photo: async () => new Uint8Array([7]),
        quarantined: [
          { table: 'sets', value: { ...setRecordOf(set!), name: '' } },
          ...sample.eggs.map((value) => ({ table: 'eggs' as const, value })),
          { table: 'looks', value: sample.looks[0] },
        ],
      }),
    )
    expect(store.quarantined.map(({ table }) => table)).toEqual(['sets', 'eggs', 'eggs', 'looks'])
    const { file } = await importExport.exportBundle()
    await importExport.erase()
    await importExport.importBundle(await importExport.check(file), file.size)
    await importExport.mend(store.quarantined[0]!, setRecordOf(set!))
    expect([store.sets.length, store.eggs.length, store.looks.length, store.quarantined.length]).toEqual([
      1, 2, 1, 0,
    ])
    const again = (await opened()).store
    await again.commit('weight', 'egg-1', { eggs: [{ ...sample.eggs[0]!, weightG: 61 }] })
    expect((await opened()).store.quarantined).toEqual([])
    expect(await again.repository.photo('photo-1')).not.toBeNull()
  })
})

describe('two books brought together', () => {
  it('have what a sensor said while it was being done', async () => {
    const { store, importExport } = await filled()
    const atMs = Date.parse('2026-03-11T20:00:00.000Z')
    const first = noted(
      { atMs, celsius: 37.5, rhPercent: 50 },
      { which: 'hand', incubatorId: 'incubator-1' },
      [],
    )
    await store.note(first)
    const [probe] = store.probes
    const { file } = await importExport.exportBundle()
    const bundle = await importExport.check(file)
    const heard: Array<Promise<void>> = []
    const stop = watch(
      () => importExport.progress?.words,
      (words) => {
        if (words !== 'Importing the bundle') return
        const reading = { probeId: probe!.id, atMs: atMs + 60_000, celsius: 38.5, rhPercent: 49 }
        if (heard.length === 0) heard.push(store.note({ readings: [reading] }))
      },
      { flush: 'sync' },
    )
    await importExport.merge(bundle, [], file.size)
    stop()
    expect(heard).toHaveLength(1)
    await Promise.all(heard)
    const again = (await opened()).store
    await again.openReadings([probe!.id], atMs, atMs)
    expect(again.readingsBetween([probe!.id], 0, Infinity).map(({ celsius }) => celsius)).toEqual([
      37.5, 38.5,
    ])
  })
})

describe('storage that the browser clears under the running program', () => {
  it('is noticed, nothing is called saved, and what is in memory can be written back', async () => {
    const { store, importExport } = await filled()
    await store.checkStorage()
    expect(store.storageGone).toBe(false)
    const name = await new Shelf().current()
    await new Promise((resolve, reject) => {
      const gone = indexedDB.deleteDatabase(name)
      gone.onsuccess = resolve
      gone.onerror = reject
    })
    await expect(store.commit('notes', null, { sets: [{ ...set!, notes: 'lost?' }] })).rejects.toThrow(
      /cleared Perlumen’s storage/,
    )
    expect([store.storageGone, store.sets[0]!.notes]).toEqual([true, ''])
    await importExport.restore()
    expect(store.storageGone).toBe(false)
    await store.commit('notes', null, { sets: [{ ...set!, notes: 'kept' }] })
    const again = (await opened()).store
    expect([again.sets[0]!.notes, again.eggs.length, again.looks.length]).toEqual(['kept', 2, 2])
  })
})

describe('a book that cannot be opened', () => {
  it('can still be taken out', async () => {
    const { store } = await filled()
    await store.repository.saveSetting('records-version', 99)
    disposePinia(getActivePinia()!)
    setActivePinia(createPinia())
    const closed = useHatcheryStore()
    await expect(closed.load()).rejects.toThrow(/newer Perlumen/)
    const importExport = useImportExportStore()
    const { file, missing } = await importExport.exportBundle()
    expect(missing).toEqual([])
    await importExport.importBundle(await importExport.check(file), file.size)
    expect([closed.loaded, closed.looks.length]).toEqual([true, 2])
  })
})
