import type { FrameFigures } from './frame-figures.ts'

/** What the live picture shows: nothing on the lamp, an egg being put there, one lying still, one that was taken. */
export type WatchStage = 'empty' | 'coming' | 'taken'

/** What the candler could do better while the egg is on the lamp. */
export type WatchAdvice = 'too-dark' | 'overexposed' | 'hold-still' | 'not-all-in-view'

export interface WatchState {
  stage: WatchStage
  advice: WatchAdvice | null
  /** Since when an egg is seen, and since when it lies still; null while it does not. */
  seenSinceMs: number | null
  stillSinceMs: number | null
  /** Since when nothing is seen though an egg was. */
  missingSinceMs: number | null
}

/**
 * `settled`: a new egg lies still, take it now. `gone`: it has left the lamp, taken or not; the next may come. `turned`: the same
 * egg was moved; what was filmed of it before does not belong together with what follows.
 */
export type WatchEvent = 'settled' | 'gone' | 'turned'

export const EMPTY_LAMP: WatchState = {
  stage: 'empty',
  advice: null,
  seenSinceMs: null,
  stillSinceMs: null,
  missingSinceMs: null,
}

/** An egg fills this much of the picture; less is a lamp or a gap between fingers, more a lit room. */
const EGG_SHARE = { from: 0.025, to: 0.8 } as const
/** Shells are warmer than this, red ÷ blue. */
const LEAST_WARMTH = 1.3
/** A warm spot all at saturation is a lamp, not a shell. */
const MOST_CLIPPED = 0.9
/**
 * Change from frame to frame, ÷ light, scaled to a tenth of a second: below is still, above is moved. In simulated
 * films a hand that holds still makes 0.02 to 0.2, the more the more the shell is spotted.
 */
const STILL_CHANGE = 0.22
const TURN_CHANGE = 0.5
const STILL_FOR_MS = 240
const GONE_FOR_MS = 120
/** Light outside of these makes a doubtful picture: the candler gets this long to mend it. */
const DARK_RED = 0.03
const OVEREXPOSED_SHARE = 0.42
const WAIT_FOR_LIGHT_MS = 2500
/** Moving for longer than this deserves a word. */
const RESTLESS_AFTER_MS = 1500

/** Of a frame alone: an egg on a lamp, by size, colour and not all of it burnt out. */
export function showsEgg({ glowShare, warmth, clippedShare }: FrameFigures): boolean {
  return (
    glowShare >= EGG_SHARE.from &&
    glowShare <= EGG_SHARE.to &&
    warmth >= LEAST_WARMTH &&
    clippedShare <= MOST_CLIPPED
  )
}

/**
 * The next state of the watch. An egg that was taken has to leave the lamp before another can come, so that turning
 * it never makes a second look.
 * @param sinceLastMs - time between this frame and the one before
 */
export function watch(
  state: WatchState,
  figures: FrameFigures,
  atMs: number,
  sinceLastMs: number,
): { state: WatchState; event: WatchEvent | null } {
  if (!showsEgg(figures)) return missed(state, atMs)
  const pace =
    figures.change === null ? Infinity : figures.change * Math.min(3, 100 / Math.max(10, sinceLastMs))
  const seenSinceMs = state.seenSinceMs ?? atMs
  const stillSinceMs = pace > STILL_CHANGE ? null : (state.stillSinceMs ?? atMs)
  const seen: WatchState = {
    ...state,
    seenSinceMs,
    stillSinceMs,
    missingSinceMs: null,
    advice: adviceFor(figures, stillSinceMs, seenSinceMs, atMs),
  }
  if (state.stage === 'taken')
    return {
      state: { ...seen, advice: null },
      event: pace > TURN_CHANGE && figures.change !== null ? 'turned' : null,
    }
  const still = stillSinceMs !== null && atMs - stillSinceMs >= STILL_FOR_MS
  const patient = seen.advice === 'too-dark' || seen.advice === 'overexposed' ? WAIT_FOR_LIGHT_MS : 0
  if (still && seen.advice !== 'not-all-in-view' && atMs - stillSinceMs >= patient)
    return { state: { ...seen, stage: 'taken', advice: null }, event: 'settled' }
  return { state: { ...seen, stage: 'coming' }, event: null }
}

function missed(state: WatchState, atMs: number): { state: WatchState; event: WatchEvent | null } {
  if (state.stage === 'empty') return { state: EMPTY_LAMP, event: null }
  const missingSinceMs = state.missingSinceMs ?? atMs
  if (atMs - missingSinceMs < GONE_FOR_MS)
    return { state: { ...state, missingSinceMs, stillSinceMs: null }, event: null }
  return { state: EMPTY_LAMP, event: 'gone' }
}

function adviceFor(
  { brightRed, clippedShare, sidesTouched }: FrameFigures,
  stillSinceMs: number | null,
  seenSinceMs: number,
  atMs: number,
): WatchAdvice | null {
  if (sidesTouched > 1) return 'not-all-in-view'
  if (clippedShare > OVEREXPOSED_SHARE) return 'overexposed'
  if (brightRed < DARK_RED) return 'too-dark'
  return stillSinceMs === null && atMs - seenSinceMs > RESTLESS_AFTER_MS ? 'hold-still' : null
}
