import { describe, expect, it } from 'vitest'
import { renderBareLamp } from '../simulate/bare-lamp.ts'
import { simulatePhoto, type PhotoWish } from '../simulate/simulated-photo.ts'
import { takeShot } from '../simulate/shot.ts'
import { EMPTY_LAMP, showsEgg, watch, type WatchEvent, type WatchState } from './egg-watch.ts'
import { lookAtFrame, type FrameFigures } from './frame-figures.ts'

const SIZE = { widthPx: 240, heightPx: 180 }

function rgba(image: { widthPx: number; heightPx: number; data: Uint8Array | Uint8ClampedArray }): {
  widthPx: number
  heightPx: number
  data: Uint8ClampedArray
} {
  const data = new Uint8ClampedArray(4 * image.widthPx * image.heightPx).fill(255)
  for (let i = 0; i < image.widthPx * image.heightPx; i++)
    data.set(image.data.subarray(3 * i, 3 * i + 3), 4 * i)
  return { widthPx: image.widthPx, heightPx: image.heightPx, data }
}
const figuresOf = (wish: PhotoWish): FrameFigures =>
  lookAtFrame(
    rgba(simulatePhoto({ ...wish, shot: { ...SIZE, axisRad: -1.5, exposure: 0.9, ...wish.shot } }).image),
    null,
  ).figures

describe('one frame', () => {
  it.each(['white', 'tinted', 'brown', 'dark', 'blue', 'speckled'] as const)(
    'shows an egg with a %s shell',
    (shell) => {
      expect(showsEgg(figuresOf({ shell }))).toBe(true)
    },
  )

  it.each([5, 12, 17])('shows an egg of %d days', (ageDays) => {
    expect(showsEgg(figuresOf({ ageDays, shell: 'brown' }))).toBe(true)
  })

  it('shows no egg on a bare lamp, in the dark, or in a lit room', () => {
    const bare = rgba(renderBareLamp(takeShot('bare', { ...SIZE, centre: { x: 0.5, y: 0.5 } })))
    const flat = (value: number) => ({
      ...SIZE,
      data: new Uint8ClampedArray(4 * SIZE.widthPx * SIZE.heightPx).fill(value),
    })
    for (const frame of [bare, flat(0), flat(180)])
      expect(showsEgg(lookAtFrame(frame, null).figures)).toBe(false)
  })

  it('counts a shift as change, a step of exposure hardly', () => {
    const { image } = simulatePhoto({ shot: { ...SIZE, axisRad: -1.5, exposure: 0.6 } })
    const first = lookAtFrame(rgba(image), null)
    const moved = simulatePhoto({
      shot: { ...SIZE, axisRad: -1.5, exposure: 0.6, centre: { x: 0.6, y: 0.5 } },
    }).image
    const brighter = simulatePhoto({ shot: { ...SIZE, axisRad: -1.5, exposure: 0.65 } }).image
    expect(lookAtFrame(rgba(moved), first.coarse).figures.change).toBeGreaterThan(0.3)
    expect(lookAtFrame(rgba(brighter), first.coarse).figures.change).toBeLessThan(0.03)
  })
})

const EGG: FrameFigures = {
  glowShare: 0.2,
  warmth: 6,
  brightRed: 0.5,
  clippedShare: 0,
  sidesTouched: 0,
  change: 0.02,
}
const NONE: FrameFigures = { ...EGG, glowShare: 0.001 }
const MOVING: FrameFigures = { ...EGG, change: 0.7 }
const STEP_MS = 66

/** Runs the watch over so many frames of each kind. */
function run(
  frames: ReadonlyArray<readonly [FrameFigures, number]>,
  state: WatchState = EMPTY_LAMP,
): { events: WatchEvent[]; state: WatchState; advice: Array<WatchState['advice']> } {
  const events: WatchEvent[] = []
  const advice: Array<WatchState['advice']> = []
  let now = 0
  for (const [figures, count] of frames) {
    for (let i = 0; i < count; i++) {
      now += STEP_MS
      const next = watch(state, figures, now, STEP_MS)
      state = next.state
      if (next.event) events.push(next.event)
      if (state.advice) advice.push(state.advice)
    }
  }
  return { events, state, advice }
}

describe('the watch', () => {
  it('sees egg after egg come, settle and leave', () => {
    expect(
      run([
        [NONE, 5],
        [MOVING, 4],
        [EGG, 12],
        [NONE, 6],
        [MOVING, 3],
        [EGG, 10],
        [NONE, 5],
      ]).events,
    ).toEqual(['settled', 'gone', 'settled', 'gone'])
  })

  it('does not take an egg that is turned for a new one', () => {
    expect(
      run([
        [MOVING, 2],
        [EGG, 10],
        [MOVING, 3],
        [EGG, 20],
      ]).events,
    ).toEqual(['settled', 'turned', 'turned', 'turned'])
  })

  it('waits for a hand that does not hold still, and says so', () => {
    const { events, advice } = run([[MOVING, 40]])
    expect(events).toEqual([])
    expect(advice.at(-1)).toBe('hold-still')
  })

  it('an egg that was carried past never settled, but it has left', () => {
    expect(
      run([
        [MOVING, 5],
        [NONE, 6],
      ]).events,
    ).toEqual(['gone'])
  })

  it('a flash of shadow is not the egg leaving', () => {
    expect(
      run([
        [EGG, 10],
        [NONE, 1],
        [EGG, 10],
      ]).events,
    ).toEqual(['settled'])
  })

  it.each([
    ['too-dark', { ...EGG, brightRed: 0.01 }],
    ['overexposed', { ...EGG, clippedShare: 0.6 }],
  ] as const)('gives time to mend what is %s, then takes the picture all the same', (code, figures) => {
    expect(run([[figures, 20]])).toMatchObject({ events: [], state: { advice: code } })
    expect(run([[figures, 60]]).events).toEqual(['settled'])
  })

  it('never takes an egg that is not all in view', () => {
    const { events, advice } = run([[{ ...EGG, sidesTouched: 2 }, 100]])
    expect(events).toEqual([])
    expect(advice[0]).toBe('not-all-in-view')
  })
})
