import { onScopeDispose } from 'vue'
import type { PicturedLook, MovementReading } from '../../../contracts/records/look-record.ts'
import { scaled } from '../../../core/geometry/egg-outline.ts'
import type { RawFrame } from '../../../core/motion/clip.ts'
import { EggWorkerClient } from '../../../workers/client.ts'

/** A heart and slow turns cannot be told from fewer frames. */
const FEWEST_FRAMES = 20
/** A film that is longer than the one before by less tells nothing new. */
const LONGER_BY_SECONDS = 0.5

export interface EggFilmPort {
  film: () => readonly RawFrame[]
  stageOf: (look: PicturedLook) => number
  noteMovement: (lookId: string, movement: MovementReading) => Promise<void>
}

/** Reads the film of the egg on the lamp for a heartbeat and movement, once it is long enough. */
export function useEggFilm({ film, stageOf, noteMovement }: EggFilmPort): {
  read: (look: PicturedLook, shortestMs: number) => void
} {
  const reader = new EggWorkerClient()
  onScopeDispose(() => reader.release())

  async function readFrames(look: PicturedLook, frames: RawFrame[], { widthPx, heightPx }: RawFrame) {
    const outline = scaled(look.reading.outline, widthPx / look.photo.widthPx)
    const reading = await reader.film({ frames, outline, stage: stageOf(look) })
    if (!reading) return
    const { significance, moving, places, seconds } = reading.movement
    const { heartbeat } = reading
    await noteMovement(look.id, { seconds, widthPx, heightPx, significance, moving, places, heartbeat })
  }

  return {
    read: (look, shortestMs) => {
      const frames = film()
      const [first] = frames
      const last = frames.at(-1)
      if (!first || !last || frames.length < FEWEST_FRAMES) return
      const lastingMs = last.atMs - first.atMs
      if (lastingMs < shortestMs) return
      if (look.movement && look.movement.seconds >= lastingMs / 1000 - LONGER_BY_SECONDS) return
      const copies = frames.map((frame) => ({ ...frame, data: frame.data.slice() }))
      void readFrames(look, copies, first).catch(() => undefined)
    },
  }
}
