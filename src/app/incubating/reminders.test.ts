import 'fake-indexeddb/auto'
import { nextTick } from 'vue'
import { beforeEach, expect, it, vi } from 'vitest'
import { sampleRecords } from '../../contracts/sample-records.ts'
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

beforeEach(() => {
  shown.length = 0
})

it('tells what is due once it is allowed to, each once, and eggs to be taken out once a day', async () => {
  // The clock must not go on by itself, however slow the machine.
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] })
  const store = await reopened()
  const { trays, sets, eggs, looks } = sampleRecords()
  const clock = useClockStore()
  clock.nowMs = Date.parse('2026-03-08T23:00:00.000Z')
  await store.commit('plan', null, { trays, sets, eggs })
  const doomed = { ...looks[1]!, verdict: { ...looks[1]!.verdict, action: 'remove' as const } }
  await store.addLook(doomed, { photo: new Blob(['jpeg'], { type: 'image/jpeg' }), shapes: [] }, null)
  const reminders = useRemindersStore()
  await nextTick()
  expect(shown).toEqual([])
  expect(await reminders.turnOn()).toBe(true)
  await vi.waitFor(() => expect(shown).toContain('Candle'), { timeout: 10_000 })
  expect(shown).toContain('An egg waits to be taken out')
  const first = shown.length
  clock.nowMs += 60_000
  await nextTick()
  expect(shown).toHaveLength(first)
  clock.nowMs += 24 * 3_600_000
  await vi.waitFor(() => expect(shown.slice(first)).toContain('An egg waits to be taken out'), {
    timeout: 10_000,
  })
  reminders.turnOff()
  clock.nowMs += 7 * 24 * 3_600_000
  await nextTick()
  const last = shown.length
  await nextTick()
  expect(shown).toHaveLength(last)
  vi.useRealTimers()
})
