import { EggWorkerClient, type MeasureOptions } from './client.ts'
import type { TrialPlan } from '../core/lamp/forecast.ts'
import type { LampLight } from '../core/lamp/lamp-light.ts'
import type { LampScene, Trial } from '../core/lamp/trial.ts'
import type { Shell, SpeciesName } from '../core/species/species.ts'
import type { FilmLook } from '../core/growth/film-look.ts'
import type { ShellMarks } from '../core/growth/shell-marks.ts'
import type { MeasuredPhoto, PhotoInput, ToLayUpright, ToRender, ToSpeak } from './protocol.ts'

/** More workers than this would hold more unpacked photographs than a small computer has memory for. */
const MOST_WORKERS = 4

/** Leaves one processor to the screen. */
export function usefulWorkers(processors: number): number {
  return Math.min(MOST_WORKERS, Math.max(1, processors - 1))
}

/** Several workers as one: each call goes to the one with the least to do. A worker starts with its first call. */
export class EggWorkerPool {
  /** How many calls are worked on at once; more than that only wait. */
  readonly size: number
  private readonly members: Array<{ client: EggWorkerClient; calls: number }>

  constructor(size = usefulWorkers(navigator.hardwareConcurrency), create?: () => Worker) {
    this.size = size
    this.members = Array.from({ length: size }, () => ({ client: new EggWorkerClient(create), calls: 0 }))
  }

  measure(photo: PhotoInput, options: MeasureOptions, signal?: AbortSignal): Promise<MeasuredPhoto> {
    return this.give((client) => client.measure(photo, options, signal))
  }

  render(what: ToRender, signal?: AbortSignal): Promise<Blob> {
    return this.give((client) => client.render(what, signal))
  }

  layUpright(what: ToLayUpright, signal?: AbortSignal): Promise<FilmLook> {
    return this.give((client) => client.layUpright(what, signal))
  }

  sameSide(marks: readonly ShellMarks[], signal?: AbortSignal): Promise<Array<number | null>> {
    return this.give((client) => client.sameSide(marks, signal))
  }

  lampLight(photo: Blob, species: SpeciesName, signal?: AbortSignal): Promise<LampLight | null> {
    return this.give((client) => client.lampLight(photo, species, signal))
  }

  roomLight(photo: Blob, signal?: AbortSignal): Promise<number> {
    return this.give((client) => client.roomLight(photo, signal))
  }

  lampScene(
    of: { light: LampLight; species: SpeciesName; shell: Shell },
    signal?: AbortSignal,
  ): Promise<LampScene | null> {
    return this.give((client) => client.lampScene(of, signal))
  }

  tryEgg(plan: TrialPlan, signal?: AbortSignal): Promise<Trial> {
    return this.give((client) => client.tryEgg(plan, signal))
  }

  renderFilm(what: ToRender, signal?: AbortSignal): Promise<Blob[]> {
    return this.give((client) => client.renderFilm(what, signal))
  }

  speak(what: ToSpeak, signal?: AbortSignal): Promise<number[] | null> {
    return this.give((client) => client.speak(what, signal))
  }

  release(): void {
    for (const { client } of this.members) client.release()
  }

  private async give<T>(call: (client: EggWorkerClient) => Promise<T>): Promise<T> {
    const member = this.members.reduce((idlest, other) => (other.calls < idlest.calls ? other : idlest))
    member.calls++
    try {
      return await call(member.client)
    } finally {
      member.calls--
    }
  }
}

/** Works through a list with so many at once, in order of starting; memory holds only those under way. Ends early when aborted, and begins nothing more once one has failed. */
export async function inLanes<T>(
  items: readonly T[],
  work: (item: T) => Promise<void>,
  { lanes, signal }: { lanes: number; signal?: AbortSignal },
): Promise<void> {
  let next = 0
  let failed = false
  const lane = async (): Promise<void> => {
    while (next < items.length && !failed && !signal?.aborted)
      await work(items[next++]!).catch((error: unknown) => {
        failed = true
        throw error
      })
  }
  await Promise.all(Array.from({ length: Math.min(lanes, items.length) }, lane))
}
