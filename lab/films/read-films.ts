// A child process of the bench: films and reads the cases it is sent, one line of JSON each.
import { toClip } from '../../src/core/motion/clip.ts'
import { canShowHeartbeat, findHeartbeat } from '../../src/core/motion/heartbeat.ts'
import { findMovement } from '../../src/core/motion/movement.ts'
import { registerClip } from '../../src/core/motion/register.ts'
import { drawFilmCase, framesOf, type FilmWish } from './film-set.ts'

export interface FilmJob {
  seed: string
  wish: FilmWish
  frameCount: number
}

export interface FilmResult {
  seed: string
  /** Null where the film could not be followed. */
  significance: number | null
  moving: boolean
  heartbeat: { hz: number; signalToNoise: number; found: boolean } | null
  readMs: number
}

process.on('message', ({ seed, wish, frameCount }: FilmJob) => {
  const film = drawFilmCase(seed, wish)
  const frames = [...framesOf(film, frameCount)].map(({ image, atMs }) => ({
    widthPx: image.widthPx,
    heightPx: image.heightPx,
    channels: 3 as const,
    data: image.data,
    atMs,
  }))
  const start = performance.now()
  const clip = toClip(frames)
  const registered = registerClip(clip, film.outline)
  const movement = registered && findMovement(registered, clip, film.outline)
  const heartbeat =
    registered && canShowHeartbeat(clip, film.state.stage) ? findHeartbeat(registered, clip) : null
  process.send!({
    seed,
    significance: movement?.significance ?? null,
    moving: movement?.moving ?? false,
    heartbeat,
    readMs: performance.now() - start,
  } satisfies FilmResult)
})
