// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, shallowRef, type EffectScope } from 'vue'
import { simulatePhoto } from '../../../core/simulate/simulated-photo.ts'
import { EggWorkerClient } from '../../../workers/client.ts'
import type { SmallFrame } from '../../../workers/protocol.ts'
import { useLampWatch, type LivePicture } from './useLampWatch.ts'

/** Stands in for the worker: gives the frame that the test holds up, and counts the pictures it is asked for. */
const worker = {
  shows: null as unknown as SmallFrame,
  shrunk: 0,
  held: [] as Array<{ closed: boolean }>,
  fails: false,
  released: 0,
}
function pretendWorker(): void {
  vi.spyOn(EggWorkerClient.prototype, 'shrink').mockImplementation(() => {
    worker.shrunk++
    return worker.fails
      ? Promise.reject(new Error('gone'))
      : Promise.resolve({ ...worker.shows, data: worker.shows.data.slice() })
  })
  vi.spyOn(EggWorkerClient.prototype, 'hold').mockImplementation(() => {
    const frame = {
      closed: false,
      close: () => {
        frame.closed = true
      },
    }
    worker.held.push(frame)
    return Promise.resolve(frame as unknown as ImageBitmap)
  })
  vi.spyOn(EggWorkerClient.prototype, 'release').mockImplementation(() => {
    worker.released++
  })
}

const SIZE = { widthPx: 240, heightPx: 135 }
const FRAME_MS = 66
const DIMMED = 0.2

function egg(x = 0.5): SmallFrame {
  const { image } = simulatePhoto({ shot: { ...SIZE, axisRad: -1.5, exposure: 0.9, centre: { x, y: 0.5 } } })
  const data = new Uint8ClampedArray(4 * SIZE.widthPx * SIZE.heightPx).fill(255)
  for (let i = 0; i < SIZE.widthPx * SIZE.heightPx; i++)
    data.set(image.data.subarray(3 * i, 3 * i + 3), 4 * i)
  return { ...SIZE, data }
}
const EGG = egg()
const TURNED = egg(0.58)
/** So little light that an egg is just told from none. */
const DIM: SmallFrame = { ...SIZE, data: EGG.data.map((value, i) => (i % 4 === 3 ? 255 : value * DIMMED)) }
const DARK: SmallFrame = { ...SIZE, data: new Uint8ClampedArray(4 * SIZE.widthPx * SIZE.heightPx) }

let scope: EffectScope
beforeEach(() => {
  Object.assign(worker, { shrunk: 0, held: [], fails: false, released: 0 })
  vi.stubGlobal('VideoFrame', class {})
  pretendWorker()
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
})

/** A video whose frames the test lets come. */
function setUp(active = true) {
  const video = document.createElement('video')
  Object.defineProperties(video, {
    videoWidth: { value: 1920, configurable: true },
    videoHeight: { value: 1080 },
  })
  let waiting: Array<(now: number) => void> = []
  Object.assign(video, {
    requestVideoFrameCallback: (call: (now: number) => void) => waiting.push(call),
    cancelVideoFrameCallback: () => {
      waiting = []
    },
  })
  const events: string[] = []
  const filmedMs: number[] = []
  const signs: string[] = []
  const lamp = scope.run(() =>
    useLampWatch(shallowRef<LivePicture | null>(video), () => active, {
      settling: () => signs.push('settling'),
      turned: () => undefined,
      restless: () => signs.push('restless'),
      settled: (atMs) => events.push(`settled at ${atMs}`),
      gone: () => events.push('gone'),
      filmed: (ms) => filmedMs.push(ms),
    }),
  )!
  let now = 1000
  async function frames(shows: SmallFrame, count: number, everyMs = FRAME_MS): Promise<void> {
    worker.shows = shows
    for (let i = 0; i < count; i++) {
      now += everyMs
      const calls = waiting
      waiting = []
      for (const call of calls) call(now)
      await new Promise((resolve) => setTimeout(resolve))
    }
  }
  return { lamp, video, events, signs, filmedMs, frames, nowMs: () => now }
}

describe('the watch over the lamp', () => {
  it('tells of an egg that settles, at the time of the frame that shows it, and of its leaving', async () => {
    const { lamp, events, frames, nowMs } = setUp()
    await frames(DARK, 3)
    expect(lamp.state.value.stage).toBe('empty')
    while (events.length === 0) await frames(EGG, 1)
    expect(events).toEqual([`settled at ${nowMs()}`])
    await frames(DARK, 4)
    expect(events.at(-1)).toBe('gone')
  })

  it('says beforehand that an egg seems to settle, and that it moved on after all', async () => {
    const { events, signs, frames } = setUp()
    while (signs.at(-1) !== 'settling') await frames(EGG, 1)
    expect(events).toEqual([])
    await frames(TURNED, 1)
    expect(signs.at(-1)).toBe('restless')
    while (events.length === 0) await frames(TURNED, 1)
    expect(signs.at(-1)).toBe('settling')
    signs.length = 0
    await frames(TURNED, 10)
    expect(signs).toEqual([])
  })

  it('does not say so in poor light, which the candler has time to mend', async () => {
    const { lamp, events, signs, frames } = setUp()
    await frames(DIM, 20)
    expect(lamp.state.value.advice).toBe('too-dark')
    expect(new Set(signs)).toEqual(new Set(['restless']))
    await frames(DIM, 30)
    expect(events).toHaveLength(1)
  })

  it('gives two full frames of a video, none of a camera that shows nothing yet', async () => {
    const { lamp, frames } = setUp()
    const taken = lamp.takeFrames()
    await frames(EGG, 2)
    expect(await taken).toHaveLength(2)
    expect(worker.held.some(({ closed }) => closed)).toBe(false)
    vi.useFakeTimers()
    const starting = document.createElement('video')
    const blind = scope.run(() =>
      useLampWatch(shallowRef<LivePicture | null>(starting), () => true, {
        settling: () => undefined,
        restless: () => undefined,
        turned: () => undefined,
        settled: () => undefined,
        gone: () => undefined,
        filmed: () => undefined,
      }),
    )!
    const none = blind.takeFrames()
    await vi.advanceTimersByTimeAsync(10_000)
    expect(await none).toEqual([])
    vi.useRealTimers()
  })

  it('waits for a camera that was just switched on', async () => {
    const { lamp, frames, video } = setUp()
    Object.defineProperty(video, 'videoWidth', { value: 0, configurable: true })
    const taken = lamp.takeFrames()
    Object.defineProperty(video, 'videoWidth', { value: 1920, configurable: true })
    video.dispatchEvent(new Event('loadeddata'))
    await frames(EGG, 2)
    expect(await taken).toHaveLength(2)
  })

  it('films the egg that lies still, anew when it is turned, and for ten seconds at most', async () => {
    const { lamp, events, filmedMs, frames } = setUp()
    while (events.length === 0) await frames(EGG, 1)
    await frames(EGG, 20)
    expect(lamp.film()).toHaveLength(20)
    await frames(TURNED, 1)
    expect(lamp.film()).toHaveLength(0)
    await frames(TURNED, 200)
    expect(filmedMs.at(-1)).toBeLessThanOrEqual(10_000)
    expect(lamp.film().length).toBeLessThan(160)
    expect(events).toHaveLength(1)
  })

  it('an egg taken by key counts as taken; one to be taken again counts as new', async () => {
    const { lamp, events, frames } = setUp()
    await frames(EGG, 2)
    lamp.wasTaken()
    await frames(EGG, 10)
    expect(events).toEqual([])
    lamp.again()
    await frames(EGG, 10)
    expect(events).toHaveLength(1)
  })

  it('looks at fifteen frames a second of a faster camera, and at none while nobody wants to know', async () => {
    const fast = setUp()
    await fast.frames(EGG, 40, 33)
    expect(worker.shrunk).toBe(20)
    worker.shrunk = 0
    await setUp(false).frames(EGG, 10)
    expect(worker.shrunk).toBe(0)
  })

  it('goes on after a frame that could not be had', async () => {
    const { events, frames } = setUp()
    worker.fails = true
    await frames(EGG, 5)
    worker.fails = false
    await frames(EGG, 10)
    expect(events).toHaveLength(1)
  })

  it('looks ten times a second at a picture that tells nobody of its frames', async () => {
    vi.useFakeTimers()
    vi.stubGlobal('createImageBitmap', () => Promise.resolve({}))
    const still = document.createElement('img')
    Object.defineProperties(still, { naturalWidth: { value: 1280 }, naturalHeight: { value: 720 } })
    const events: number[] = []
    const lamp = scope.run(() =>
      useLampWatch(shallowRef<LivePicture | null>(still), () => true, {
        settling: () => undefined,
        restless: () => undefined,
        turned: () => undefined,
        settled: (atMs) => events.push(atMs),
        gone: () => undefined,
        filmed: () => undefined,
      }),
    )!
    worker.shows = EGG
    await vi.advanceTimersByTimeAsync(1000)
    expect(worker.shrunk).toBe(10)
    expect(events).toHaveLength(1)
    expect(await lamp.takeFrames()).toHaveLength(1)
    vi.useRealTimers()
  })

  it('lets the worker go when it is done', () => {
    setUp()
    scope.stop()
    expect(worker.released).toBe(1)
  })
})
