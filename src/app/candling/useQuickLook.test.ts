// @vitest-environment happy-dom
import { isPictured } from '../../contracts/records/look-record.ts'
import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { sampleReading, sampleRecords } from '../../contracts/records/sample-records.ts'
import type { EggReading } from '../../core/measure/reading.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { useQuickLook } from './useQuickLook.ts'

const small = sampleReading(sampleRecords().eggs[0]!)
/** The copy that is kept has a quarter of the original's side. */
const SCALE = 4

const larger = (reading: EggReading, by: number): EggReading => ({
  ...reading,
  lengthPx: reading.lengthPx * by,
  outline: {
    ...reading.outline,
    centre: { x: reading.outline.centre.x * by, y: reading.outline.centre.y * by },
    halfLengthPx: reading.outline.halfLengthPx * by,
    halfBreadthPx: reading.outline.halfBreadthPx * by,
  },
})
const original = new Blob(['twelve megapixels'], { type: 'image/jpeg' })
const copy = new Blob(['smaller'], { type: 'image/jpeg' })

beforeEach(async () => {
  setActivePinia(createPinia())
  localStorage.clear()
  await useHatcheryStore().load()
  vi.spyOn(useDevicesStore().workers, 'measure').mockImplementation((photo) => {
    const by = photo === original ? SCALE : 1
    return Promise.resolve({
      reading: { kind: 'eggs', eggs: [larger(small, by)] },
      widthPx: 400 * by,
      heightPx: 500 * by,
      photo: copy,
      elapsedMs: { decode: 1, measure: 1 },
    })
  })
})
afterEach(() => {
  vi.restoreAllMocks()
})

it('the original is measured each time, also after the days are said and as it is kept; the copy never is', async () => {
  const hatchery = useHatcheryStore()
  const quick = effectScope().run(() => useQuickLook())!
  const { measure } = useDevicesStore().workers
  await quick.photograph(original, 'file')
  expect(quick.seen.value!.look.reading.lengthPx).toBe(small.lengthPx * SCALE)
  quick.lone.value = { ...quick.lone.value, ageDays: 7 }
  await vi.waitFor(() => expect(measure).toHaveBeenCalledTimes(2))
  await vi.waitFor(() => expect(quick.measuring.value).toBe(false))
  expect(quick.seen.value!.look.reading.lengthPx).toBe(small.lengthPx * SCALE)
  await quick.keepInNew()
  expect(vi.mocked(measure).mock.calls.map(([photo]) => photo)).toEqual([original, original, original])
  // Test files share one browser's storage, too.
  const kept = hatchery.looks.filter(isPictured).find(({ setId }) => setId === quick.kept.value!.setId)
  expect([kept!.photo.widthPx, kept!.reading.lengthPx]).toEqual([400 * SCALE, small.lengthPx * SCALE])
})

it('says before it is kept that the set is of another day, has not begun, or has the photograph at another egg', async () => {
  const hatchery = useHatcheryStore()
  const sample = sampleRecords()
  // Test files share one browser's storage: everything here is this test's own.
  const tray = { ...sample.sets[0]!.trays[0]!, id: 'tray-doubts' }
  const own = { setId: 'set-doubts', place: null }
  const egg = { ...sample.eggs[0]!, ...own, id: 'egg-doubts', number: 1 }
  const other = { ...egg, id: 'egg-other', number: 99 }
  const begins = (days: number) => ({
    ...sample.sets[0]!,
    id: own.setId,
    trayIds: [tray.id],
    trays: [tray],
    setAt: new Date(Date.now() + days * 86_400_000).toISOString(),
  })
  await hatchery.commit('a set', null, { trays: [tray], sets: [begins(-10)], eggs: [egg, other] })
  const quick = effectScope().run(() => useQuickLook())!
  quick.lone.value = { ...quick.lone.value, ageDays: 10 }
  await quick.photograph(original, 'file')
  expect(quick.doubtsOf(egg)).toEqual({ day: null, same: null })
  quick.lone.value = { ...quick.lone.value, ageDays: 7 }
  expect(quick.doubtsOf(egg).day).toMatchObject({ saidDays: 7, isFuture: false })
  await quick.keepIn(egg)
  expect(quick.doubtsOf(other).same?.id).toBe(egg.id)
  expect(quick.doubtsOf(egg).same).toBeNull()
  await hatchery.commit('later', null, { sets: [begins(7)] })
  quick.lone.value = { ...quick.lone.value, ageDays: null }
  expect(quick.doubtsOf(egg).day).toMatchObject({ isFuture: true, ageDays: 0 })
})
