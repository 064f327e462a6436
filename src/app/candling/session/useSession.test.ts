// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { createPinia, disposePinia, getActivePinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { sampleRecords } from '../../../contracts/records/sample-records.ts'
import { newEgg } from '../../../contracts/records/egg-state.ts'
import { type EggSet } from '../../../contracts/records/set-record.ts'
import type { DeviceList } from '../../../contracts/wire/devices.ts'
import { PREFLIGHT } from '../../../core/session/preflight.ts'
import type { SensorReading } from '../../../devices/air/air-sensor.ts'
import { useImportExportStore } from '../../data/import-export.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useDevicesStore } from '../../shared/devices.ts'
import { useBench } from '../bench/useBench.ts'
import { useSession } from './useSession.ts'
import { pretend } from '../../data/which-book.ts'

/** The incubator in the test's hands. */
const incubator = { reading: null as SensorReading | null, lid: [] as boolean[] }
/** What the server answers of it. */
function answer(address: unknown, { body }: RequestInit = {}): Promise<Response> {
  if (String(address).endsWith('/api/air/reading')) return Promise.resolve(Response.json(incubator.reading))
  incubator.lid.push((JSON.parse(body as string) as { open: boolean }).open)
  return Promise.resolve(Response.json({}))
}

const sample = sampleRecords()
const [tray] = sample.sets[0]!.trays
/** Two trays: two eggs in one, one in the other. */
const set: EggSet = {
  ...sample.sets[0]!,
  trayIds: ['tray-1', 'tray-2'],
  trays: [tray!, { ...tray!, id: 'tray-2', name: 'Tray 2', columns: 1 }],
}
const eggs = [
  ...sample.eggs,
  newEgg({ id: 'egg-3', setId: set.id, number: 3, place: { trayId: 'tray-2', row: 0, column: 0 } }),
]
const photo = new Blob(['jpeg'], { type: 'image/jpeg' })
const picture = { photo, shapes: [] }

/** A sensor that asks the incubator of the test. */
const THERE: DeviceList = {
  demo: false,
  camera: 'absent',
  scale: 'absent',
  calliper: 'absent',
  air: 'stand-in',
}

let scope: EffectScope
/** What a reload does: a new tab on the records of the last. */
async function opened() {
  scope?.stop()
  const before = getActivePinia()
  if (before) disposePinia(before)
  setActivePinia(createPinia())
  const store = useHatcheryStore()
  useDevicesStore().there = THERE
  await store.load()
  scope = effectScope()
  const bench = scope.run(() => useBench(() => set))!
  const flow = scope.run(() => useSession(() => set, bench))!
  bench.begin()
  const photographed = async (id: string): Promise<void> => {
    await flow.takeInHand(id)
    await store.addLook(
      {
        ...sample.looks[0]!,
        id: `look-of-${id}`,
        eggId: id,
        takenAt: new Date().toISOString(),
        photo: { ...sample.looks[0]!.photo, id: `photo-of-${id}` },
      },
      picture,
      null,
    )
  }
  return { store, bench, flow, photographed }
}

// Its air is simulated.
beforeEach(async () => {
  pretend('made-up')
  vi.setSystemTime('2026-03-11T20:00:00.000Z')
  vi.stubGlobal('fetch', answer)
  Object.assign(incubator, { reading: null, lid: [] })
  const { store } = await opened()
  await useImportExportStore().erase()
  await store.commit('plan', null, { trays: set.trays, sets: [set], eggs })
})
afterEach(() => {
  pretend('own')
  scope.stop()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

describe('a candling', () => {
  it('goes tray by tray, and stands where it stood after each reload', async () => {
    let now = await opened()
    await now.flow.start('device')
    await now.flow.begin()
    const steps: string[] = []
    const go = async (work: () => Promise<void>): Promise<void> => {
      const { value: step } = now.flow.step
      steps.push('trayId' in step ? `${step.kind} ${step.trayId}` : step.kind)
      await work()
      now = await opened()
    }
    const done = (): Promise<void> => now.flow.done()
    await go(done)
    await go(done)
    await go(() => now.photographed('egg-1'))
    await go(() => now.photographed('egg-2'))
    // The last egg of the tray still lies on the lamp.
    await go(() => now.flow.putDown())
    for (let i = 0; i < 4; i++) await go(done)
    await go(async () => {
      await now.photographed('egg-3')
      await now.flow.putDown()
    })
    for (let i = 0; i < 3; i++) await go(done)
    expect(steps).toEqual([
      'fetch tray-1',
      'close-lid tray-1',
      'candle tray-1',
      'candle tray-1',
      'candle tray-1',
      'return tray-1',
      'close-lid tray-1',
      'fetch tray-2',
      'close-lid tray-2',
      'candle tray-2',
      'return tray-2',
      'close-lid tray-2',
      'finish',
    ])
    expect(now.flow.session.value).toBeNull()
    expect(now.store.sessions[0]!.endedAt).toBe('2026-03-11T20:00:00.000Z')
    expect(now.flow.endedJustNow.value).toBe(true)
    await now.bench.undo()
    expect([now.flow.step.value.kind, now.flow.endedJustNow.value]).toEqual(['finish', false])
    expect(incubator.lid).toEqual([true, false, true, false, true, false, true, false])
  })

  it('does not wait for an egg that was skipped, and waits again for one brought back', async () => {
    const { flow, bench, photographed } = await opened()
    await flow.start('device')
    await flow.begin()
    await flow.done()
    await flow.done()
    await flow.setAside('egg-1')
    expect(flow.step.value).toEqual({ kind: 'candle', trayId: 'tray-1' })
    await photographed('egg-2')
    await flow.putDown()
    expect(flow.step.value.kind).toBe('return')
    await bench.undo()
    expect([flow.step.value.kind, flow.session.value!.skipped]).toEqual(['candle', ['egg-1']])
    await bench.undo()
    expect([flow.step.value.kind, flow.session.value!.skipped, bench.current.value!.id]).toEqual([
      'candle',
      [],
      'egg-1',
    ])
    expect((await opened()).flow.session.value!.skipped).toEqual([])
  })

  it('with keys an egg is done once the candler has decided, not before', async () => {
    const { flow, bench, photographed } = await opened()
    await flow.start('device')
    await flow.save({ trigger: 'key' })
    await flow.begin()
    await flow.done()
    await flow.done()
    for (const id of ['egg-1', 'egg-2']) {
      await photographed(id)
      await flow.putDown()
      expect(flow.step.value.kind).toBe('candle')
      bench.choose(bench.eggs.value.find((egg) => egg.id === id)!)
      await bench.decide('developing')
    }
    expect(flow.step.value.kind).toBe('return')
  })

  it('keeps its clocks over a reload and lets none stand still in a pause', async () => {
    const { flow } = await opened()
    await flow.start('device')
    await flow.begin()
    await flow.done()
    vi.setSystemTime('2026-03-11T20:01:00.000Z')
    await flow.done()
    await flow.takeInHand('egg-1')
    await flow.pause()
    vi.setSystemTime('2026-03-11T20:06:00.000Z')
    const { flow: after } = await opened()
    expect(after.clocks.value).toEqual({ lidOffMs: null, trayOutMs: 360_000, pausedMs: 300_000 })
    expect(after.eggOutMs.value).toBe(300_000)
    await after.pause()
    expect(after.clocks.value.pausedMs).toBeNull()
  })
})

describe('making ready', () => {
  it('loses no tick of two quick presses, and starts no second candling', async () => {
    const { store, flow } = await opened()
    await flow.start('device')
    await flow.start('network')
    expect(store.sessions).toHaveLength(1)
    await Promise.all([flow.tick(PREFLIGHT[1]!), flow.tick(PREFLIGHT[0]!), flow.tick(PREFLIGHT[2]!)])
    expect(flow.session.value!.ready).toEqual(PREFLIGHT.slice(0, 3))
    await flow.tick(PREFLIGHT[1]!)
    expect(flow.session.value!.ready).toEqual([PREFLIGHT[0], PREFLIGHT[2]])
  })

  it('of the made-up hatchery reads the simulated air before the lid is opened', async () => {
    incubator.reading = { rhPercent: 52, celsius: -2 }
    const { flow } = await opened()
    await flow.start('device')
    await vi.waitFor(() => expect(flow.air.value.latest).toMatchObject({ rhPercent: 52, celsius: 0 }), 30_000)
    await flow.noteAir(50, 37.4, 'hand')
    expect(flow.air.value).toMatchObject({ latest: { rhPercent: 50, celsius: 37.4 } })
    const { store, flow: after } = await opened()
    await vi.waitFor(() => expect(after.air.value.latest?.rhPercent).toBe(52))
    expect(store.probes.map(({ by }) => by).sort()).toEqual(['hand', 'sensor'])
  })

  it('asks nothing simulated for the air of eggs that are real', async () => {
    incubator.reading = { rhPercent: 51.9, celsius: 37.53 }
    pretend('own')
    const { store } = await opened()
    await useImportExportStore().erase()
    await store.commit('plan', null, { trays: set.trays, sets: [set], eggs })
    const { flow } = await opened()
    incubator.lid = []
    await flow.start('device')
    await flow.tick(PREFLIGHT[0]!)
    expect([flow.air.value.latest, store.readings.size, incubator.lid]).toEqual([null, 0, []])
  })
})
