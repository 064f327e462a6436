import 'fake-indexeddb/auto'
import { nextTick } from 'vue'
import { afterAll, beforeEach, expect, it, vi } from 'vitest'
import { HOUR_MS } from '../../core/time/durations.ts'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { reopened } from '../data/reopened.ts'
import { useClockStore } from '../shared/clock.ts'
import { useRemindersStore } from './reminders.ts'

const shown: string[] = []
class FakeNotification {
  static permission = 'default'
  static requestPermission = async () => (FakeNotification.permission = 'granted')
  constructor(title: string) {
    shown.push(title)
  }
}
vi.stubGlobal('Notification', FakeNotification)
vi.stubGlobal('navigator', { userAgent: 'none' })

afterAll(() => {
  vi.useRealTimers()
  Reflect.deleteProperty(globalThis, 'Notification')
})
beforeEach(() => {
  shown.length = 0
})

it('tells what is due once it is allowed to, each once, and eggs to be taken out once a day', async () => {
  // The clock must not go on by itself, however slow the machine.
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] })
  // Files share one memory: what another left in the book is none of this one's.
  await (await reopened()).repository.wipe()
  const store = await reopened()
  const { hatchery, trays, sets, eggs, looks } = sampleRecords()
  // The device may be anywhere; the place is where it is.
  await store.saveHatchery(hatchery)
  const clock = useClockStore()
  clock.nowMs = Date.parse('2026-03-08T23:00:00.000Z')
  await store.commit('plan', null, { trays, sets, eggs })
  const { verdict, takenAt } = looks[1]!
  // By the candler's key: a suggestion alone reminds nobody.
  const doomed = {
    ...looks[1]!,
    verdict: { ...verdict, grade: 'clear' as const, action: 'remove' as const },
    own: { grade: 'clear' as const, at: takenAt },
  }
  await store.addLook(doomed, { photo: new Blob(['jpeg'], { type: 'image/jpeg' }), shapes: [] }, null)
  const reminders = useRemindersStore()
  await nextTick()
  expect(shown).toEqual([])
  expect(await reminders.turnOn()).toBe(true)
  await vi.waitFor(() => expect(shown).toContain('Candle'), { timeout: 10_000 })
  expect(shown).toContain('An egg is waiting to be removed')
  const first = shown.length
  clock.nowMs += 60_000
  await nextTick()
  expect(shown).toHaveLength(first)
  clock.nowMs += 24 * HOUR_MS
  await vi.waitFor(() => expect(shown.slice(first)).toContain('An egg is waiting to be removed'), {
    timeout: 10_000,
  })
  reminders.turnOff()
  clock.nowMs += 7 * 24 * HOUR_MS
  await nextTick()
  const last = shown.length
  await nextTick()
  expect(shown).toHaveLength(last)
})
