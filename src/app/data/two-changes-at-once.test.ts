// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { newSession } from '../../contracts/records/session-record.ts'
import { useImportExportStore } from './import-export.ts'
import { reopened as opened } from './reopened.ts'

const sample = sampleRecords()
const [set] = sample.sets
const picture = { photo: new Blob(['jpeg'], { type: 'image/jpeg' }), shapes: [] }
const session = newSession({
  id: 'evening',
  setId: 'set-1',
  startedAt: set!.setAt,
  ready: ['hands'],
  begun: true,
  source: 'device',
})
/** The sample's set with its tray, as a plan brings it. */
const planned = { trays: sample.trays, sets: [set!] }

beforeEach(async () => {
  await opened()
  await useImportExportStore().erase()
})

const film = {
  seconds: 5,
  widthPx: 240,
  heightPx: 180,
  significance: 8,
  moving: true,
  places: [],
  heartbeat: null,
}

/** The film of the first look, read while other things go on. */
const amended = (store: Awaited<ReturnType<typeof opened>>) =>
  store.amendLooks(() =>
    store.looks.filter(({ id }) => id === 'look-1').map((now) => ({ ...now, movement: film })),
  )

describe('two changes at once', () => {
  it('keeps all of two quick changes to a set', async () => {
    const store = await opened()
    await store.commit('plan', null, planned)
    const tick = (key: string) =>
      store.changeSet('tick', 'set-1', (now) => ({ ...now, done: [...now.done, { key, at: now.setAt }] }))
    await Promise.all(['a', 'b', 'c'].map(tick))
    const ticked = (await opened()).sets[0]!.done.map(({ key }) => key)
    expect(ticked.slice(-3)).toEqual(['a', 'b', 'c'])
  })

  it('keeps both of two quick changes to the place', async () => {
    const store = await opened()
    await Promise.all([
      store.changeHatchery({ brooders: 4 }),
      store.changeHatchery({ warmth: 'plate' }),
    ])
    expect((await opened()).hatchery).toMatchObject({ brooders: 4, warmth: 'plate' })
  })

  it('keeps all of two quick changes to an egg, whatever stood on the page when they were made', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    const [egg] = sample.eggs
    const crack = () =>
      store.changeEgg('crack', egg!.id, (now) => ({
        ...now,
        crack: now.crack === 'none' ? 'hairline' : 'leaking',
      }))
    const hen = () => store.changeEgg('hen', egg!.id, (now) => ({ ...now, hen: 'pen 3' }))
    await Promise.all([crack(), crack(), hen()])
    const now = () => store.eggs.find(({ id }) => id === egg!.id)
    expect(now()).toMatchObject({ crack: 'leaking', hen: 'pen 3' })
    // Each is a step of its own.
    await store.undo()
    await store.undo()
    expect(now()).toMatchObject({ crack: 'hairline', hen: null })
    const kept = (await opened()).eggs.find(({ id }) => id === egg!.id)
    expect(kept).toMatchObject({ crack: 'hairline', hen: null })
  })

  it('of one look both hold: a film that is read while the egg is judged', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, picture, null)
    await Promise.all([
      store.changeLook('grade', 'look-1', (now) => ({
        ...now,
        own: { grade: 'clear', at: set!.setAt },
      })),
      amended(store),
    ])
    const [kept] = (await opened()).looks
    expect(kept).toMatchObject({ own: { grade: 'clear' }, movement: film })
  })

  it('what a film showed is no step: undo takes the grade back and leaves it', async () => {
    const store = await opened()
    await store.commit('plan', null, { ...planned, eggs: sample.eggs })
    await store.addLook(sample.looks[0]!, picture, null)
    await store.changeLook('grade', 'look-1', (now) => ({
      ...now,
      own: { grade: 'clear', at: set!.setAt },
    }))
    await amended(store)
    expect((await store.undo())?.label).toBe('grade')
    const [kept] = (await opened()).looks
    expect(kept).toMatchObject({ own: null, movement: film })
  })

  it('of a session both hold, and a session comes back as it was', async () => {
    const store = await opened()
    await store.commit('plan', null, planned)
    await store.saveSession(session)
    await Promise.all([
      store.changeSession('evening', (now) => ({ ...now, egg: { id: 'egg-1', since: set!.setAt } })),
      store.changeSession('evening', (now) => ({ ...now, timerSeconds: 7 })),
    ])
    const again = await opened()
    expect(again.openSession('set-1')).toMatchObject({ egg: { id: 'egg-1' }, timerSeconds: 7 })
    await again.commit('end', null, { happened: [{ sessionId: 'evening', what: { kind: 'ended' } }] })
    expect(again.openSession('set-1')).toBeUndefined()
    expect((await again.undo())?.label).toBe('end')
    // What is no step stands as it was.
    expect(again.openSession('set-1')).toMatchObject({ egg: { id: 'egg-1' }, endedAt: null })
    expect((await opened()).openSession('set-1')!.events.map(({ kind }) => kind)).toEqual([
      'ended',
      'taken-back',
    ])
    await expect(again.saveSession({ ...session, timerSeconds: 900 })).rejects.toThrow()
  })
})
