import type { ConfirmedLook, Learnt } from '../core/grade/learn.ts'
import type { TrialPlan } from '../core/lamp/forecast.ts'
import type { LampLight } from '../core/lamp/lamp-light.ts'
import type { LampScene, Trial } from '../core/lamp/trial.ts'
import type { FilmLook } from '../core/growth/film-look.ts'
import type { ShellMarks } from '../core/growth/shell-marks.ts'
import type { Shell, SpeciesName } from '../core/species/species.ts'
import type {
  FilmInput,
  FilmReading,
  LiveFrame,
  MeasuredPhoto,
  PhotoInput,
  SmallFrame,
  WorkerFault,
  WorkerReply,
  WorkerRequest,
  ToLayUpright,
  ToRender,
  ToSpeak,
} from './protocol.ts'

/** A call that the worker could not answer; the message is for people. */
export class EggWorkerError extends Error {
  readonly code: WorkerFault['code']

  constructor({ code, message }: WorkerFault) {
    super(message)
    this.code = code
  }
}

export interface MeasureOptions {
  species: SpeciesName
  /** Fraction of incubation, where it is known. */
  stage?: number
  keepLongSidePx?: number | null
}

interface Waiting {
  resolve: (reply: WorkerReply) => void
  reject: (error: EggWorkerError) => void
  request: WorkerRequest
  /** Something of it was given away, so that it cannot be asked again. */
  gave: boolean
}

type NewRequest = WorkerRequest extends infer R ? (R extends WorkerRequest ? Omit<R, 'id'> : never) : never

/** A worker that answers nothing for so long is stuck on what it does. */
const LONGEST_SILENCE_MS = 20_000

/**
 * Talks to one worker. When the worker dies or is released, every waiting call is rejected. A call on which it is
 * stuck is given up alone: another worker goes on with the others.
 */
export class EggWorkerClient {
  private worker: Worker | null = null
  private readonly waiting = new Map<number, Waiting>()
  private lastId = 0
  private readonly create: () => Worker
  private watchdog: ReturnType<typeof setTimeout> | undefined

  constructor(create = () => new Worker(new URL('./eggs.worker.ts', import.meta.url), { type: 'module' })) {
    this.create = create
  }

  /** @param keepLongSidePx - size to which the photograph is drawn down before it is kept; null keeps a file as it came */
  async measure(
    photo: PhotoInput,
    { keepLongSidePx = null, ...known }: MeasureOptions,
    signal?: AbortSignal,
  ): Promise<MeasuredPhoto> {
    const reply = await this.call(
      { kind: 'measure', photo, ...known, keepLongSidePx },
      signal,
      photo instanceof Blob ? [] : photo,
    )
    if (reply.kind !== 'measured') throw unexpected(reply)
    return reply.result
  }

  async shrink(frame: LiveFrame, longSidePx: number): Promise<SmallFrame> {
    const reply = await this.call({ kind: 'shrink', frame, longSidePx }, undefined, [frame])
    if (reply.kind !== 'shrunk') throw unexpected(reply)
    return reply.frame
  }

  async hold(frame: LiveFrame): Promise<ImageBitmap> {
    const reply = await this.call({ kind: 'hold', frame }, undefined, [frame])
    if (reply.kind !== 'held') throw unexpected(reply)
    return reply.frame
  }

  async film(film: FilmInput, signal?: AbortSignal): Promise<FilmReading | null> {
    const reply = await this.call(
      { kind: 'film', film },
      signal,
      film.frames.map((frame) => frame.data.buffer),
    )
    if (reply.kind !== 'filmed') throw unexpected(reply)
    return reply.result
  }

  async layUpright(what: ToLayUpright, signal?: AbortSignal): Promise<FilmLook> {
    const reply = await this.call({ kind: 'lay-upright', ...what }, signal)
    if (reply.kind !== 'laid-upright') throw unexpected(reply)
    return reply.look
  }

  async sameSide(marks: readonly ShellMarks[], signal?: AbortSignal): Promise<Array<number | null>> {
    const reply = await this.call({ kind: 'same-side', marks }, signal)
    if (reply.kind !== 'same-side-found') throw unexpected(reply)
    return reply.turns
  }

  async lampLight(photo: Blob, species: SpeciesName, signal?: AbortSignal): Promise<LampLight | null> {
    const reply = await this.call({ kind: 'lamp-light', photo, species }, signal)
    if (reply.kind !== 'lamp-lit') throw unexpected(reply)
    return reply.light
  }

  async roomLight(photo: Blob, signal?: AbortSignal): Promise<number> {
    const reply = await this.call({ kind: 'room-light', photo }, signal)
    if (reply.kind !== 'room-lit') throw unexpected(reply)
    return reply.room
  }

  async lampScene(
    of: { light: LampLight; species: SpeciesName; shell: Shell },
    signal?: AbortSignal,
  ): Promise<LampScene | null> {
    const reply = await this.call({ kind: 'lamp-scene', ...of }, signal)
    if (reply.kind !== 'scene-found') throw unexpected(reply)
    return reply.scene
  }

  async tryEgg(plan: TrialPlan, signal?: AbortSignal): Promise<Trial> {
    const reply = await this.call({ kind: 'lamp-trial', plan }, signal)
    if (reply.kind !== 'tried') throw unexpected(reply)
    return reply.trial
  }

  async renderFilm(what: ToRender, signal?: AbortSignal): Promise<Blob[]> {
    const reply = await this.call({ kind: 'render-film', ...what }, signal)
    if (reply.kind !== 'film-rendered') throw unexpected(reply)
    return reply.frames
  }

  async render(what: ToRender, signal?: AbortSignal): Promise<Blob> {
    const reply = await this.call({ kind: 'render', ...what }, signal)
    if (reply.kind !== 'rendered') throw unexpected(reply)
    return reply.photo
  }

  /** What confirmed eggs say beyond the fitted model. */
  async learn(confirmed: readonly ConfirmedLook[]): Promise<Learnt> {
    const reply = await this.call({ kind: 'learn', confirmed })
    if (reply.kind !== 'learnt') throw unexpected(reply)
    return reply.learnt
  }

  async speak(what: ToSpeak, signal?: AbortSignal): Promise<number[] | null> {
    const reply = await this.call({ kind: 'speak', ...what }, signal)
    if (reply.kind !== 'spoken') throw unexpected(reply)
    return reply.parts
  }

  release(): void {
    this.worker?.terminate()
    this.settleAll('Measuring was stopped.')
  }

  private call(request: NewRequest, signal?: AbortSignal, given: Transferable[] = []): Promise<WorkerReply> {
    if (signal?.aborted) {
      for (const item of given) if ('close' in item) void item.close()
      return Promise.reject(new EggWorkerError({ code: 'cancelled', message: 'Cancelled.' }))
    }
    const id = ++this.lastId
    const worker = this.start()
    return new Promise((resolve, reject) => {
      const asked = { ...request, id } as WorkerRequest
      const cancel = (): void => {
        worker.postMessage({ id: ++this.lastId, kind: 'cancel', cancels: id } satisfies WorkerRequest)
        this.settle(id, { code: 'cancelled', message: 'Cancelled.' })
      }
      // One signal may stand for an evening of calls: a listener goes with its own.
      const over = (): void => signal?.removeEventListener('abort', cancel)
      this.waiting.set(id, {
        resolve: (reply) => {
          over()
          resolve(reply)
        },
        reject: (error) => {
          over()
          reject(error)
        },
        request: asked,
        gave: given.length > 0,
      })
      signal?.addEventListener('abort', cancel, { once: true })
      worker.postMessage(asked, given)
      this.watch()
    })
  }

  private start(): Worker {
    if (this.worker) return this.worker
    const worker = this.create()
    worker.addEventListener('message', (event: MessageEvent<WorkerReply>) => {
      // One that was given up meanwhile may still have sent something.
      if (worker !== this.worker) return
      const reply = event.data
      if (reply.kind === 'fault') {
        this.settle(reply.id, reply.fault)
        this.watch(true)
        return
      }
      this.waiting.get(reply.id)?.resolve(reply)
      this.waiting.delete(reply.id)
      this.watch(true)
    })
    worker.addEventListener('error', () => {
      worker.terminate()
      this.settleAll('Measuring failed. Try the photograph again; if it keeps failing, reload the page.')
    })
    this.worker = worker
    return worker
  }

  /** @param anew - the worker has shown that it lives */
  private watch(anew = false): void {
    if (anew || this.waiting.size === 0) {
      clearTimeout(this.watchdog)
      this.watchdog = undefined
    }
    if (this.waiting.size > 0) this.watchdog ??= setTimeout(() => this.giveUpStuck(), LONGEST_SILENCE_MS)
  }

  /** Calls are answered about in turn: the oldest is the one that it is stuck on. */
  private giveUpStuck(): void {
    this.watchdog = undefined
    this.worker?.terminate()
    this.worker = null
    const [stuck, ...others] = [...this.waiting]
    if (stuck)
      this.settle(stuck[0], {
        code: 'too-slow',
        message: 'Measuring this picture took too long and was stopped.',
      })
    for (const [id, { request, gave }] of others) {
      if (gave) this.settle(id, { code: 'failed', message: 'Measuring failed. Try the photograph again.' })
      else this.start().postMessage(request)
    }
    this.watch()
  }

  private settle(id: number, fault: WorkerFault): void {
    this.waiting.get(id)?.reject(new EggWorkerError(fault))
    this.waiting.delete(id)
  }

  private settleAll(message: string): void {
    this.worker = null
    clearTimeout(this.watchdog)
    this.watchdog = undefined
    for (const id of [...this.waiting.keys()]) this.settle(id, { code: 'failed', message })
  }
}

function unexpected(reply: WorkerReply): EggWorkerError {
  return new EggWorkerError({ code: 'failed', message: `The worker answered “${reply.kind}” out of turn.` })
}

/** Learns in a worker of its own, which goes when it is done. */
export function learnApart(confirmed: readonly ConfirmedLook[]): Promise<Learnt> {
  const worker = new EggWorkerClient()
  return worker.learn(confirmed).finally(() => worker.release())
}
