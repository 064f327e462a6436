// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { createPinia, disposePinia, getActivePinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { sampleRecords } from '../../contracts/sample-records.ts'
import type { SessionRecord } from '../../contracts/session-record.ts'
import { useHatcheryStore } from './hatchery.ts'

const sample = sampleRecords()
const [set] = sample.sets
const photo = new Blob(['jpeg'], { type: 'image/jpeg' })

const session: SessionRecord = {
  id: 'evening', setId: 'set-1', startedAt: set!.setAt, endedAt: null, ready: ['hands'], begun: true, trigger: 'itself', source: 'device',
  timerSeconds: 4, liftAgrees: true, events: [], air: [], egg: null, aside: [],
}

/** A store on the records of the last one: what a reload does. */
async function opened() {
  // The tab before is closed, or it would keep the lead.
  const before = getActivePinia()
  if (before) disposePinia(before)
  setActivePinia(createPinia())
  const store = useHatcheryStore()
  await store.load()
  return store
}

beforeEach(async () => {
  const store = await opened()
  await store.wipe()
})

describe('the records on disk', () => {
  it('come back after a reload as they were: hatchery, set, eggs, looks', async () => {
    const store = await opened()
    await store.saveHatchery({ ...sample.hatchery, name: 'Skerry Light' })
    await store.commit('plan', null, { sets: [set!], eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, photo, null)
    const again = await opened()
    expect(again.hatchery.name).toBe('Skerry Light')
    expect(again.sets).toEqual([set])
    expect(again.eggs).toEqual(sample.eggs)
    expect(again.looks).toEqual([sample.looks[0]])
    expect(again.journal.map(({ label }) => label)).toEqual(['plan', 'photograph'])
  })

  it('refuse what a later start could not read, and stay as they were', async () => {
    const store = await opened()
    await store.commit('plan', null, { sets: [set!], eggs: sample.eggs })
    const collar = { ...sample.hatchery, scale: { collarMm: 900, camera: null } }
    await expect(store.saveHatchery(collar)).rejects.toThrow()
    await expect(store.addLook({ ...sample.looks[0]!, ageDays: -3 }, photo, null)).rejects.toThrow()
    expect(store.looks).toEqual([])
    const again = await opened()
    expect(again.hatchery.scale.collarMm).toBeNull()
    expect(again.eggs).toEqual(sample.eggs)
  })

  it('keep several eggs of one photograph as one step, and the photograph once', async () => {
    const store = await opened()
    await store.commit('plan', null, { sets: [set!], eggs: sample.eggs })
    const earlier = { ...sample.looks[0]!, id: 'earlier' }
    await store.addLook(earlier, photo, null)
    const shared = sample.looks.map((look) => ({ ...look, photo: { ...look.photo, id: 'shared' } }))
    await store.addLooks(shared, photo, [earlier])
    const again = await opened()
    expect(again.looks.find((look) => look.id === 'earlier')!.replaced).toBe(true)
    expect(await again.repository.photo('shared')).not.toBeNull()
    expect(await again.repository.photo(sample.looks[1]!.photo.id)).toBeNull()
    await again.undo()
    expect(again.looks.map((look) => [look.id, look.replaced])).toEqual([['earlier', false]])
  })

  it('keep what an earlier version wrote', async () => {
    const store = await opened()
    const { plan: _p, trays: _t, batches: _b, done: _d, temperatures: _c, ...old } = set!
    await store.repository.saveSet({ ...old, tray: { name: 'Tray 1', rows: 1, columns: 2 }, candlingDays: [7] } as never)
    const again = await opened()
    expect(again.sets[0]).toMatchObject({ plan: { school: 'own', ownDays: [7] }, trays: [{ rows: 1, columns: 2 }] })
  })
})

describe('undo', () => {
  it('takes steps back one by one, the newest first, also after a reload', async () => {
    const store = await opened()
    await store.commit('plan', null, { sets: [set!], eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, photo, null)
    await store.commit('grade', 'egg-1', { looks: [{ ...sample.looks[0]!, own: { grade: 'clear', by: 'key', at: set!.setAt } }] })
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
    await store.commit('plan', null, { sets: [set!] })
    await store.commit('notes', null, { sets: [{ ...set!, notes: 'one' }] })
    await store.commit('notes', null, { sets: [{ ...set!, notes: 'two' }] })
    const [first, second] = await Promise.all([store.undo(), store.undo()])
    expect([first?.label, second?.label]).toEqual(['notes', 'notes'])
    expect(store.sets[0]!.notes).toBe('')
    expect((await opened()).sets[0]!.notes).toBe('')
  })

  it('of a retake brings the first picture’s look back', async () => {
    const store = await opened()
    await store.commit('plan', null, { sets: [set!], eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, photo, null)
    const retake = { ...sample.looks[0]!, id: 'look-again', photo: { ...sample.looks[0]!.photo, id: 'photo-again' } }
    await store.addLook(retake, photo, sample.looks[0]!)
    expect(store.looksByEgg.get('egg-1')!.map(({ id }) => id)).toEqual(['look-again'])
    await store.undo()
    expect(store.looksByEgg.get('egg-1')!.map(({ id }) => id)).toEqual(['look-1'])
  })
})

const film = { seconds: 5, widthPx: 240, heightPx: 180, significance: 8, moving: true, places: [], heartbeat: null }

describe('two changes at once', () => {
  it('of one look both hold: a film that is read while the egg is judged', async () => {
    const store = await opened()
    await store.commit('plan', null, { sets: [set!], eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, photo, null)
    await Promise.all([
      store.changeLook('grade', 'look-1', (now) => ({ ...now, own: { grade: 'clear', by: 'key', at: set!.setAt } })),
      store.amendLook('look-1', (now) => ({ ...now, movement: film })),
    ])
    const [kept] = (await opened()).looks
    expect(kept).toMatchObject({ own: { grade: 'clear' }, movement: film })
  })

  it('what a film showed is no step: undo takes the grade back and leaves it', async () => {
    const store = await opened()
    await store.commit('plan', null, { sets: [set!], eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, photo, null)
    await store.changeLook('grade', 'look-1', (now) => ({ ...now, own: { grade: 'clear', by: 'key', at: set!.setAt } }))
    await store.amendLook('look-1', (now) => ({ ...now, movement: film }))
    expect((await store.undo())?.label).toBe('grade')
    const [kept] = (await opened()).looks
    expect(kept).toMatchObject({ own: null, movement: film })
  })

  it('of a session both hold, and a session comes back as it was', async () => {
    const store = await opened()
    await store.saveSession(session)
    await Promise.all([
      store.changeSession('evening', (now) => ({ ...now, egg: { id: 'egg-1', since: set!.setAt } })),
      store.changeSession('evening', (now) => ({ ...now, air: [{ at: set!.setAt, rhPercent: 51, celsius: 37.5, by: 'hand' as const }] })),
    ])
    const again = await opened()
    expect(again.openSession('set-1')).toMatchObject({ egg: { id: 'egg-1' }, air: [{ rhPercent: 51 }] })
    await again.changeSession('evening', (now) => ({ ...now, endedAt: set!.setAt }))
    expect(again.openSession('set-1')).toBeUndefined()
    await expect(again.saveSession({ ...session, timerSeconds: 900 })).rejects.toThrow()
  })
})

describe('the journal', () => {
  it('keeps the newest sixty steps, on the disk as well', async () => {
    const store = await opened()
    for (let i = 0; i < 64; i++) await store.commit(`step ${i}`, null, { sets: [{ ...set!, notes: String(i) }] })
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
    const swapped = [{ ...first!, place: second!.place }, { ...second!, place: first!.place }]
    const kept = { ...first!, id: 'egg-3', number: 3, role: 'reference' as const, place: null }
    await store.commit('plan', null, { sets: [set!], eggs: [...swapped, kept] })
    expect(store.eggsBySet.get('set-1')!.map(({ number }) => number)).toEqual([2, 1])
    expect(store.allEggsBySet.get('set-1')).toHaveLength(3)
  })

  it('a bundle takes the place of everything', async () => {
    const store = await opened()
    await store.commit('plan', null, { sets: [{ ...set!, id: 'other' }] })
    await store.replaceWith({ records: sample, photos: new Map(sample.looks.map((look) => [look.photo.id, new Uint8Array([1, 2, 3])])) })
    expect(store.records()).toMatchObject({ sets: sample.sets, eggs: sample.eggs, hatchery: sample.hatchery })
    expect(store.journal).toEqual([])
  })
})
