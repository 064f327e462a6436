import { useIntervalFn } from '@vueuse/core'
import { onScopeDispose, ref, watch as watchRef, type Ref } from 'vue'
import type { RawFrame } from '../../../core/motion/clip.ts'
import { EMPTY_LAMP, watch, type WatchState } from '../../../core/watch/egg-watch.ts'
import { lookAtFrame, type CoarseFrame } from '../../../core/watch/frame-figures.ts'
import { EggWorkerClient } from '../../../workers/client.ts'
import type { LiveFrame, SmallFrame } from '../../../workers/protocol.ts'

export type LivePicture = HTMLVideoElement | HTMLImageElement

/** Long side of the frames that are watched and filmed: small enough to leave the screen its time. */
const FRAME_LONG_SIDE_PX = 240
/** Fifteen frames a second are enough to see a hand come and a heart beat. */
const LEAST_INTERVAL_MS = 55
const UNTOLD_INTERVAL_MS = 100
/** Filming ends here; more tells no more. */
const LONGEST_FILM_MS = 10_000
/** An egg that has been still from one frame to the next will probably settle. */
const SETTLING_AFTER_MS = 60
/** Full frames taken of a settled egg, the sharpest of which is used. */
const BURST = 2
/** A camera that shows nothing this long after it was asked has failed, and the candler is told. */
const FIRST_PICTURE_MS = 10_000
const FIRST_PICTURE_EVENTS = ['loadeddata', 'load', 'error'] as const

export interface LampWatchEvents {
  /** An egg seems to settle; may be told again. */
  settling: () => void
  /** Nothing lies still that was not taken; told again and again. */
  restless: () => void
  /** A new egg lies still: take it now. @param atMs - when the frame came that shows it */
  settled: (atMs: number) => void
  gone: () => void
  /** The egg that was taken lies otherwise now. */
  turned: () => void
  /** A frame was added to the film of the egg that lies still. */
  filmed: (milliseconds: number) => void
}

/** What a lamp shows, and its pictures. */
export interface LampWatch {
  state: Ref<WatchState>
  /** Small frames of the egg that lies still. */
  film: () => readonly RawFrame[]
  /** Full frames of the egg that lies there, none where the camera shows nothing; the caller gives them away. */
  takeFrames: () => Promise<ImageBitmap[]>
  /** The egg that lies there has to be taken again: it counts as new. */
  again: () => void
  /** An egg that was photographed by key or timer is taken: what was filmed before may be of the one before. */
  wasTaken: () => void
}

/**
 * Watches a live picture: sees eggs come, settle and leave, films the one that lies still, takes full frames.
 * @param active - whether anyone wants to know
 */
export function useLampWatch(
  picture: Ref<LivePicture | null>,
  active: () => boolean,
  on: LampWatchEvents,
): LampWatch {
  const state = ref<WatchState>(EMPTY_LAMP)
  // Drawing two megapixels down or copying them would hold up the screen.
  const shrinker = new EggWorkerClient()
  let shrinking = false
  let film: RawFrame[] = []
  let coarse: CoarseFrame | null = null
  let lastMs = -Infinity

  /** Frames that come while one is drawn down are left out: what is seen is never late. */
  async function see(atMs: number): Promise<void> {
    const source = picture.value
    if (
      !source ||
      shrinking ||
      !active() ||
      atMs - lastMs < LEAST_INTERVAL_MS ||
      sizeOf(source).widthPx === 0
    )
      return
    shrinking = true
    try {
      const small = await shrinker.shrink(await frameOf(source), FRAME_LONG_SIDE_PX)
      if (active()) watchFrame(small, atMs)
    } catch {
      // A frame that could not be had; the next one comes soon.
    } finally {
      shrinking = false
    }
  }

  function watchFrame(frame: SmallFrame, atMs: number): void {
    const seen = lookAtFrame(frame, coarse)
    const next = watch(state.value, seen.figures, atMs, atMs - lastMs)
    coarse = seen.coarse
    lastMs = atMs
    state.value = next.state
    const stillMs = next.state.stillSinceMs === null ? 0 : atMs - next.state.stillSinceMs
    // In poor light the candler gets time to mend it: what was seen before that must not count.
    const fair = next.state.advice === null
    if (next.state.stage === 'coming' && fair && stillMs >= SETTLING_AFTER_MS) on.settling()
    if (next.state.stage !== 'taken' && (!fair || stillMs === 0)) on.restless()
    if (next.event === 'gone') on.gone()
    if (next.event === 'settled' || next.event === 'turned') film = []
    if (next.event === 'turned') on.turned()
    if (next.state.stage === 'taken' && next.event === null) record({ ...frame, channels: 4, atMs })
    if (next.event === 'settled') on.settled(atMs)
  }

  function record(frame: RawFrame): void {
    const beganMs = film[0]?.atMs ?? frame.atMs
    if (frame.atMs - beganMs > LONGEST_FILM_MS) return
    film.push(frame)
    on.filmed(frame.atMs - beganMs)
  }

  function again(): void {
    state.value = { ...state.value, stage: 'coming', stillSinceMs: null }
  }

  function wasTaken(): void {
    state.value = { ...state.value, stage: 'taken', advice: null }
    film = []
  }

  useFrames(picture, (atMs) => void see(atMs))
  onScopeDispose(() => shrinker.release())

  return {
    state,
    film: () => film,
    takeFrames: () => fullFramesOf(picture.value, shrinker),
    again,
    wasTaken,
  }
}

/** Tells of every frame that the live picture shows. */
function useFrames(picture: Ref<LivePicture | null>, tell: (atMs: number) => void): void {
  let handle = 0
  const stop = watchRef(
    picture,
    (source, before) => {
      if (before && tellsFrames(before)) before.cancelVideoFrameCallback(handle)
      if (!source || !tellsFrames(source)) return
      const follow = (now: number): void => {
        tell(now)
        handle = source.requestVideoFrameCallback(follow)
      }
      handle = source.requestVideoFrameCallback(follow)
    },
    { immediate: true },
  )
  // A stream of stills, and a video in some browsers, tells nobody when it changes.
  useIntervalFn(() => {
    if (picture.value && !tellsFrames(picture.value)) tell(performance.now())
  }, UNTOLD_INTERVAL_MS)
  onScopeDispose(() => {
    stop()
    if (picture.value && tellsFrames(picture.value)) picture.value.cancelVideoFrameCallback(handle)
  })
}

/** Full frames of what is shown now, none where the camera shows nothing, nor soon will. */
async function fullFramesOf(source: LivePicture | null, shrinker: EggWorkerClient): Promise<ImageBitmap[]> {
  const frames: ImageBitmap[] = []
  // A camera that was just switched on takes seconds on a slow device, and the key may be pressed before.
  if (source && sizeOf(source).widthPx === 0) await firstPicture(source)
  while (source && sizeOf(source).widthPx > 0 && frames.length < BURST) {
    frames.push(await shrinker.hold(await frameOf(source)))
    if (!tellsFrames(source)) break
    if (frames.length < BURST) await nextFrame(source)
  }
  return frames
}

/** Settles when there is a first picture, when there will be none, or after a while. */
function firstPicture(source: LivePicture): Promise<void> {
  return new Promise((resolve) => {
    const done = (): void => {
      clearTimeout(timer)
      for (const event of FIRST_PICTURE_EVENTS) source.removeEventListener(event, done)
      resolve()
    }
    const timer = setTimeout(done, FIRST_PICTURE_MS)
    for (const event of FIRST_PICTURE_EVENTS) source.addEventListener(event, done)
  })
}

function tellsFrames(source: LivePicture): source is HTMLVideoElement {
  return 'requestVideoFrameCallback' in source
}

/** The frame that is shown now. Where browsers know video frames no pixel is copied for it. */
function frameOf(source: LivePicture): LiveFrame | Promise<LiveFrame> {
  return source instanceof HTMLVideoElement && 'VideoFrame' in globalThis
    ? new VideoFrame(source)
    : createImageBitmap(source)
}

function sizeOf(source: LivePicture): { widthPx: number; heightPx: number } {
  return source instanceof HTMLVideoElement
    ? { widthPx: source.videoWidth, heightPx: source.videoHeight }
    : { widthPx: source.naturalWidth, heightPx: source.naturalHeight }
}

/** The next frame, or a short while where none comes. */
function nextFrame(video: HTMLVideoElement): Promise<void> {
  return new Promise((resolve) => {
    const timer = setTimeout(resolve, 120)
    video.requestVideoFrameCallback(() => {
      clearTimeout(timer)
      resolve()
    })
  })
}
