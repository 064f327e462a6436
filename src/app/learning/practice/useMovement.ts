import { useIntervalFn } from '@vueuse/core'
import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { FILM_FPS } from '../../../workers/protocol.ts'
import type { LampEgg } from '../lamp-egg.ts'

/** A few seconds of the egg lying still, over and over, while one waits whether it moves. */
export interface Movement {
  /** Frames of it; `at` runs round. */
  film: ShallowRef<{ frames: string[]; at: number } | null>
  filming: Ref<boolean>
  /** @returns whether there is something to see now */
  wait: (egg: LampEgg, signal: AbortSignal) => Promise<boolean>
  end: () => void
}

export function useMovement(): Movement {
  const film = shallowRef<{ frames: string[]; at: number } | null>(null)
  const filming = ref(false)
  let awaited: symbol | null = null

  async function wait(egg: LampEgg, signal: AbortSignal): Promise<boolean> {
    if (!egg.film || filming.value || film.value) return false
    filming.value = true
    const mine = Symbol('film')
    awaited = mine
    const frames = await egg.film(signal)
    // Turned, answered or gone on meanwhile: nobody waits any more.
    if (awaited !== mine) return false
    filming.value = false
    if (frames.length === 0) return false
    film.value = { frames: frames.map((frame) => URL.createObjectURL(frame)), at: 0 }
    return true
  }

  useIntervalFn(() => {
    if (film.value) film.value = { ...film.value, at: (film.value.at + 1) % film.value.frames.length }
  }, 1000 / FILM_FPS)

  function end(): void {
    for (const url of film.value?.frames ?? []) URL.revokeObjectURL(url)
    film.value = null
    filming.value = false
    awaited = null
  }
  onScopeDispose(end)
  return { film, filming, wait, end }
}
