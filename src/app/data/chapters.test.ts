import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { DAY_MS } from '../../core/time/durations.ts'
import { RECORDS_VERSION } from '../../contracts/records/records.ts'
import { asTheyStand, sampleRecords } from '../../contracts/records/sample-records.ts'
import { practisedBy, type Practised } from '../../contracts/records/practice-record.ts'
import { firstIncubator } from '../../contracts/records/incubator-record.ts'
import { newEgg, picturesOf, spokenOf, withEvents } from '../../contracts/records/egg-state.ts'
import { setRecordOf, type EggSet } from '../../contracts/records/set-record.ts'
import { newTray } from '../../contracts/records/tray-record.ts'
import { noted } from '../../domain/readings.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useImportExportStore } from './import-export.ts'
import { BookTables } from './book-tables.ts'
import { cutAfter } from './cut-writes.ts'
import { reopened as opened } from './reopened.ts'
import { Shelf } from './shelf.ts'

const sample = sampleRecords()
const [set] = sample.sets
const [egg] = sample.eggs
const [tray] = sample.trays

// A page without locks: this tab is the only one.
vi.stubGlobal('navigator', { userAgent: 'none' })

beforeEach(async () => {
  await opened()
  await useImportExportStore().erase()
})

const bookNow = async (): Promise<BookTables> => new BookTables(await new Shelf().current())

describe('a set of years ago', () => {
  const looks = (count: number) =>
    Array.from({ length: count }, (_, i) => ({ ...sample.looks[0]!, id: `look-of-then-${i}` }))

  /** A set at work and one that is long over, in a book too large to be fetched as a whole. */
  async function largeBook() {
    const store = await opened()
    const now: EggSet = { ...set!, id: 'now', setAt: new Date(Date.now() - 7 * DAY_MS).toISOString() }
    const mate = { ...egg!, id: 'egg-now', setId: 'now' }
    await store.commit('plan', null, { trays: sample.trays, sets: [set!], eggs: sample.eggs })
    await store.commit('plan', null, { sets: [now], eggs: [mate] })
    const tables = await bookNow()
    for (const look of looks(2001)) await tables.put('looks', look)
    return opened()
  }

  it('is fetched when somebody asks for it, and counted all the same', async () => {
    const store = await largeBook()
    expect(store.sets.map(({ id }) => id).sort()).toEqual(['now', 'set-1'])
    expect(store.eggs.map(({ id }) => id)).toEqual(['egg-now'])
    expect(store.chapters.get('set-1')).toEqual({ eggs: 2, looks: 2001 })
    await store.openSet('set-1')
    expect([store.eggs.length, store.looks.length]).toEqual([3, 2001])
    // A step of then can be taken back, also after a reload.
    await store.commit('weight', 'egg-1', { eggs: [{ ...egg!, weightG: 61 }] })
    const again = await opened()
    expect(again.eggs).toHaveLength(1)
    await again.undo()
    expect(again.eggs.find(({ id }) => id === 'egg-1')!.weightG).toBe(egg!.weightG)
  })

  it('has its plan as it was: how warm it was comes with it', async () => {
    const store = await largeBook()
    const reading = { atMs: Date.parse(set!.setAt) + 2 * DAY_MS, celsius: 38.5, rhPercent: null }
    await store.note(noted(reading, { which: 'eggs', incubatorId: tray!.incubatorId! }, store.probes))
    const again = await opened()
    const then = () => again.sets.find(({ id }) => id === 'set-1')!.temperatures.map(({ celsius }) => celsius)
    expect(then()).toEqual([])
    await again.openSet('set-1')
    expect(then()).toEqual([38.5])
  })

  it('is in what is taken out, and what cannot be read of it is set aside as it is opened', async () => {
    const store = await largeBook()
    const tables = await bookNow()
    await tables.put('eggs', { ...withEvents(egg!, []), number: 'one' })
    expect(store.quarantined).toEqual([])
    const { file } = await useImportExportStore().exportBundle()
    expect(store.quarantined.map(({ table }) => table)).toContain('eggs')
    const { records, quarantined } = await useImportExportStore().check(file)
    expect(records.sets).toHaveLength(2)
    expect(records.eggs.map(({ id }) => id).sort()).toEqual(['egg-2', 'egg-now'])
    // The looks at an egg that cannot be read go with it.
    expect(quarantined).toHaveLength(2002)
  })
})

describe('a tray', () => {
  const hatcher = { ...firstIncubator(), id: 'hatcher', name: 'Hatcher', kind: 'hatcher' as const }

  it('is carried to the hatcher and back by undo, and warmed by what it stands in', async () => {
    const store = await opened()
    await store.commit('hatcher', null, { incubators: [...store.hatchery.incubators, hatcher] })
    await store.commit('plan', null, { trays: sample.trays, sets: [set!], eggs: sample.eggs })
    const warm = (celsius: number, incubatorId: string, day: number) =>
      noted(
        { atMs: Date.parse(set!.setAt) + day * DAY_MS, celsius, rhPercent: null },
        { which: 'eggs', incubatorId },
        store.probes,
      )
    await store.commit('temperature', null, warm(38.5, tray!.incubatorId!, 2))
    await store.commit('temperature', null, warm(36, 'hatcher', 3))
    const hatchAtMs = () => timelineOf(store.sets[0]!, store.hatchery).hatchAtMs
    const warmed = hatchAtMs()
    expect(store.sets[0]!.temperatures.map(({ celsius }) => celsius)).toEqual([38.5])
    await store.commit('tray moved', null, { trays: [{ ...store.trays[0]!, incubatorId: 'hatcher' }] })
    const again = await opened()
    expect(again.sets[0]!.trays[0]!.incubatorId).toBe('hatcher')
    // It stood there before: what was read then still counts.
    expect(again.sets[0]!.temperatures.map(({ celsius }) => celsius)).toEqual([38.5])
    expect((await again.undo())?.label).toBe('tray moved')
    expect(again.sets[0]!.trays[0]!.incubatorId).toBe(tray!.incubatorId)
    await again.undo()
    expect((await again.undo())?.label).toBe('temperature')
    expect((await opened()).sets[0]!.temperatures).toEqual([])
    expect(warmed).toBeLessThan(Date.parse(set!.setAt) + 21 * DAY_MS)
  })

  it('holds the eggs of two sets, but no place two eggs', async () => {
    const store = await opened()
    const wide = { ...tray!, columns: 3 }
    const later: EggSet = { ...set!, id: 'set-2', setAt: new Date().toISOString(), trays: [wide] }
    await store.commit('plan', null, {
      trays: [wide],
      sets: [{ ...set!, setAt: later.setAt }],
      eggs: sample.eggs,
    })
    const at = (column: number) =>
      newEgg({ id: 'other', setId: 'set-2', number: 9, place: { trayId: 'tray-1', row: 0, column } })
    await expect(store.commit('plan', null, { sets: [later], eggs: [at(0)] })).rejects.toThrow(
      /egg 9 is in the same place as egg 1 of another set/i,
    )
    await store.commit('plan', null, { sets: [later], eggs: [at(2)] })
    const again = await opened()
    expect([again.quarantined, again.eggs.length, again.trays.length]).toEqual([[], 3, 1])
  })

  it('of a set cannot be missing', async () => {
    const store = await opened()
    await expect(store.commit('plan', null, { sets: [set!], eggs: sample.eggs })).rejects.toThrow(
      /is in a tray that is missing/,
    )
    expect((await opened()).sets).toEqual([])
  })
})

describe('the incubators', () => {
  it('come off the list and back, and the first of them stays when another comes', async () => {
    const store = await opened()
    const [first] = store.hatchery.incubators
    const second = { ...firstIncubator(), id: 'second', name: 'Second' }
    await store.commit('incubator', null, { incubators: [first!, second] })
    await store.commit('taken off', null, { incubatorsGone: [second] })
    expect((await opened()).hatchery.incubators.map(({ id }) => id)).toEqual([first!.id])
    const again = await opened()
    await again.undo()
    expect((await opened()).hatchery.incubators.map(({ id }) => id).sort()).toEqual([first!.id, 'second'])
  })
  it('that nobody described go when others come, on the screen as on the disk', async () => {
    const store = await opened()
    await store.note({ incubators: [{ ...firstIncubator(), id: 'loft', name: 'Loft' }] })
    const shown = store.hatchery.incubators.map(({ id }) => id)
    expect(shown).toEqual(['loft'])
    expect((await opened()).hatchery.incubators.map(({ id }) => id)).toEqual(shown)
  })
})

describe('a book of version 6', () => {
  /** As version 6 kept it: trays and temperatures in the set, the air in the evening, eggs under their own ids. */
  async function written(): Promise<void> {
    const tables = await bookNow()
    await tables.ready()
    const { trayIds: _i, trays, ...kept } = { ...setRecordOf(set!), trays: set!.trays }
    await tables.meta.setItem('setting/records-version', 6)
    await tables.of('sets').setItem('set-1', {
      ...kept,
      trays: trays.map(({ stamp: _s, events: _e, ...plain }) => plain),
      temperatures: [{ at: '2026-03-04T08:00:00.000Z', celsius: 38 }],
    })
    for (const item of sample.eggs) await tables.of('eggs').setItem(item.id, withEvents(item, []))
    for (const look of sample.looks) await tables.of('looks').setItem(look.id, look)
    // A step that was cut off on the heels of the update.
    await tables.meta.setItem('step', {
      put: { sets: [], eggs: [], looks: [{ ...sample.looks[0]!, replaced: true }] },
      journal: { add: null, take: null },
    })
  }

  it('is brought up to date whole, whichever write was the last before it was cut off', async () => {
    for (let writes = 0; ; writes++) {
      await useImportExportStore().erase()
      await written()
      const cut = cutAfter(writes)
      const began = await opened().then(
        () => true,
        () => false,
      )
      const spent = cut.spent()
      cut.mend()
      const store = await opened()
      expect(store.quarantined).toEqual([])
      expect(asTheyStand(store.eggs)).toEqual(asTheyStand(sample.eggs))
      expect(store.looks.map(({ id, replaced }) => [id, replaced])).toEqual([
        ['look-1', true],
        ['look-2', false],
      ])
      expect(store.sets[0]).toMatchObject({
        trays: [{ id: 'tray-1', incubatorId: tray!.incubatorId }],
        temperatures: [{ celsius: 38 }],
      })
      const tables = await bookNow()
      expect(await tables.meta.getItem('setting/records-version')).toBe(RECORDS_VERSION)
      expect(await tables.of('eggs').keys()).toEqual(['set-1/egg-1', 'set-1/egg-2'])
      if (began && spent <= writes) break
      expect(writes).toBeLessThan(60)
    }
  })
})

it('readings of a day are added to it, drawn together, and read by need', async () => {
  const store = await opened()
  const startMs = Date.parse('2026-03-11T20:00:00.000Z')
  for (let i = 0; i < 4; i++) {
    const reading = { atMs: startMs + i * 10_000, celsius: 37 + i / 10, rhPercent: 50 - i }
    await store.note(noted(reading, { which: 'hand', incubatorId: 'incubator-1' }, store.probes))
  }
  const again = await opened()
  const [probe] = again.probes
  expect(again.readingsBetween([probe!.id], 0, Infinity)).toEqual([])
  await again.openReadings([probe!.id], startMs, startMs)
  expect(
    again.readingsBetween([probe!.id], startMs, startMs + 15_000).map(({ rhPercent }) => rhPercent),
  ).toEqual([50, 49])
  const [rollUp] = await again.repository.rollUpsFrom('2026-03-11')
  expect(rollUp!.points.map(({ celsius }) => celsius!.mean)).toEqual([37, 37.1, 37.2, 37.3])
  expect(await again.repository.rollUpsFrom('2026-03-12')).toEqual([])
})

it('a tray as it comes into the book stands where it was put', () => {
  const known = { id: 't', name: 'T', rows: 1, columns: 1, incubatorId: 'somewhere' }
  expect(newTray(known)).toMatchObject({ incubatorId: 'somewhere', numbering: 'letter-rows' })
})

it('what is spoken of an egg is kept, taken out and brought in, and swept up when nothing names it', async () => {
  const store = await opened()
  await store.commit('plan', null, { trays: sample.trays, sets: [set!], eggs: sample.eggs })
  const sound = new Blob(['moves, I think'], { type: 'audio/webm' })
  await store.addVoice('egg-1', sound, 2.345)
  const [spoken] = spokenOf(store.eggs.find(({ id }) => id === 'egg-1')!)
  expect(spoken).toMatchObject({ seconds: 2.3, type: 'audio/webm' })
  const { file } = await useImportExportStore().exportBundle()
  await useImportExportStore().importBundle(await useImportExportStore().check(file), file.size)
  expect(await (await store.repository.attachment(spoken!.voiceId))!.text()).toBe('moves, I think')
  // One whose step was cut off before it was noted.
  await (await bookNow()).attachments.setItem('nobody', sound)
  const again = await opened()
  await again.sweptUp()
  expect(await (await bookNow()).attachments.keys()).toEqual([spoken!.voiceId])
  await again.commit('note', 'egg-1', { notes: [{ eggId: 'egg-1', text: 'so' }] })
  await again.undo()
  expect(spokenOf(again.eggs.find(({ id }) => id === 'egg-1')!)).toHaveLength(1)
})

it('a photograph noted of an egg, and what was practised, are kept, taken out and brought in', async () => {
  const store = await opened()
  await store.commit('plan', null, { trays: sample.trays, sets: [set!], eggs: sample.eggs })
  const picture = new Blob(['a pip'], { type: 'image/jpeg' })
  await store.addPicture('egg-1', picture)
  const answer: Practised = {
    id: 'answer-1',
    at: '2026-03-11T20:00:00.000Z',
    sitting: 'sitting-1',
    card: { seed: 's', confusion: 'plain', hardness: 0.2, species: 'duck', shell: 'blue', lookId: null },
    truth: 'clear',
    said: 'unsure',
    sure: 'guess',
    program: null,
    cell: { drawn: 0.2, was: 0.18, tilt: null },
    seconds: 4.5,
  }
  const learner = { id: 'wren', name: 'Wren' }
  await store.note({ practised: [{ learner, answer }] })
  await store.note({ practised: [{ learner, answer: { ...answer, id: 'answer-2' } }] })
  const { file } = await useImportExportStore().exportBundle()
  await useImportExportStore().importBundle(await useImportExportStore().check(file), file.size)
  const again = await opened()
  const [seen] = picturesOf(again.eggs.find(({ id }) => id === 'egg-1')!)
  expect(await (await again.repository.attachment(seen!.pictureId))!.text()).toBe('a pip')
  expect(again.practice.map(({ id, learner: name }) => [id, name])).toEqual([['2026-03_wren', 'Wren']])
  expect(practisedBy(again.practice, 'wren')).toEqual([answer, { ...answer, id: 'answer-2' }])
  // A step that is taken back leaves what was practised.
  await again.undo()
  expect(practisedBy(again.practice, 'wren')).toHaveLength(2)
})
