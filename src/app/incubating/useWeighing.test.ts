// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { effectScope } from 'vue'
import { afterAll, afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { standingEvents } from '../../contracts/records/events.ts'
import { reopened } from '../data/reopened.ts'
import { useWeighing } from './useWeighing.ts'

const before = { fetch: globalThis.fetch, navigator: globalThis.navigator as unknown }
/** What the scale shows; null: it does not answer. */
let shows: string | null = null
let looked = 0
/** Longer than the scale is looked at once. */
const GLANCE_MS = 450
let scope = effectScope()

beforeEach(async () => {
  vi.stubGlobal('navigator', { userAgent: 'none', hardwareConcurrency: 2 })
  vi.stubGlobal('fetch', async () => {
    looked++
    if (shows === null) throw new TypeError('nobody there')
    return new Response(shows)
  })
  vi.useFakeTimers({
    toFake: ['setInterval', 'clearInterval', 'Date'],
    now: Date.parse('2026-03-08T20:00:00Z'),
  })
  shows = 'ST,+00000.00 g'
  // Files share one memory: what another left in the book is none of this one's.
  await (await reopened()).repository.wipe()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})
afterAll(() => {
  vi.stubGlobal('fetch', before.fetch)
  vi.stubGlobal('navigator', before.navigator)
})

/** Two eggs of a tray, and a scale that is looked at. */
async function weighing() {
  const store = await reopened()
  const { trays, sets, eggs } = sampleRecords()
  await store.commit('plan', null, { trays, sets, eggs })
  scope = effectScope()
  const scale = scope.run(() =>
    useWeighing(
      () => store.sets[0]!,
      () => store.eggs,
    ),
  )!
  await scale.start('server')
  return { store, scale }
}
/** The scale shows this, and is looked at so many times; while a weight is written it is not. */
async function show(line: string | null, glances = 1): Promise<void> {
  shows = line
  for (const until = looked + glances; looked < until;) {
    vi.advanceTimersByTime(GLANCE_MS)
    await new Promise((resolve) => setTimeout(resolve, 10))
  }
}
const weights = (store: Awaited<ReturnType<typeof reopened>>): Array<number | null> =>
  store.eggs.map(({ weightG }) => weightG)

describe('eggs on a scale, one after the other', () => {
  it('are each taken once they lie still, and the next is due only when the pan was empty', async () => {
    const { store, scale } = await weighing()
    const before = weights(store)
    expect(scale.current.value?.number).toBe(1)
    await show('US,+00057.00 g', 2)
    await show('ST,+00057.42 g', 2)
    expect(weights(store)).toEqual(before)
    await show('ST,+00057.42 g')
    await vi.waitFor(() => expect(weights(store)[0]).toBe(57.42))
    expect(scale.current.value?.number).toBe(2)
    // It still lies there: it is not the second egg.
    await show('ST,+00057.42 g', 4)
    expect(weights(store)[1]).toBe(before[1])
    await show('ST,+00000.00 g')
    await show('ST,+00061.10 g', 3)
    await vi.waitFor(() => expect(weights(store)).toEqual([57.42, 61.1]))
    expect(scale.open.value).toEqual([])
    // Each is a step of its own.
    await store.undo()
    expect(weights(store)).toEqual([57.42, before[1]])
  })

  it('may lie in a nest that was tared, and be left for later', async () => {
    const { store, scale } = await weighing()
    await show('ST,+00012.00 g')
    scale.tare()
    scale.skip()
    expect(scale.current.value?.number).toBe(2)
    await show('ST,+00072.00 g', 3)
    await vi.waitFor(() => expect(weights(store)[1]).toBe(60))
    expect(scale.current.value?.number).toBe(1)
  })

  it('are weighed again in another round, as often as somebody likes', async () => {
    const { store, scale } = await weighing()
    await scale.note(58)
    await scale.note(59)
    expect(scale.current.value).toBeNull()
    vi.advanceTimersByTime(1000)
    scale.again()
    expect(scale.current.value?.number).toBe(1)
    await scale.note(57.5)
    expect(
      standingEvents(store.eggs[0]!.events).filter(({ kind }) => kind === 'weighed').length,
    ).toBeGreaterThan(1)
  })

  it('are never taken for what no egg weighs', async () => {
    const { store, scale } = await weighing()
    const before = weights(store)
    await scale.note(0)
    expect(scale.problem.value).toBe('No egg weighs that.')
    await scale.note(900)
    expect(weights(store)).toEqual(before)
  })
})

describe('a tray weighed as a whole', () => {
  it('is noted with the eggs that lie in it, and not without them', async () => {
    const { store, scale } = await weighing()
    scale.whole.value = true
    await scale.note(5)
    expect(scale.problem.value).toBe('2 eggs cannot weigh that much. Did you subtract the tray?')
    await scale.note(118.26)
    expect(scale.problem.value).toBe('')
    const { events } = store.trays[0]!
    expect(events.at(-1)).toMatchObject({ kind: 'weighed', grams: 118.3, eggIds: ['egg-1', 'egg-2'] })
  })
})

describe('a scale that does not answer', () => {
  it('is said, and looked at again until it does', async () => {
    const { scale } = await weighing()
    await show(null, 2)
    await vi.waitFor(() => expect(scale.problem.value).toMatch(/The scale does not answer/))
    await show('ST,+00000.00 g')
    await vi.waitFor(() => expect([scale.problem.value, scale.pan.value?.grams]).toEqual(['', 0]))
  })
})
