import { PhotoFileError } from '../contracts/files/photo-file.ts'
import { learnFrom } from '../core/grade/learn.ts'
import { turnsToSameSide } from '../core/growth/same-side.ts'
import { sceneOf } from '../core/lamp/scene.ts'
import { tryEgg } from '../core/lamp/trial.ts'
import type { EggMaps } from '../core/network/egg-maps.ts'
import { occlusionMap } from '../core/network/occlusion-map.ts'
import { readPhoto } from '../core/measure/read-photo.ts'
import { eggAt } from '../core/simulate/egg-model.ts'
import { filmEgg, USUAL_HANDLING } from '../core/simulate/film.ts'
import { AT_REST } from '../core/simulate/growth.ts'
import { renderEgg } from '../core/simulate/render.ts'
import { rowsOfBitmap } from './bitmap-rows.ts'
import { layUpright, readLamp, readRoom } from './photo-light.ts'
import { checkedFile, Fault, unpack } from './unpack.ts'
import { toClip } from '../core/motion/clip.ts'
import { canShowHeartbeat, findHeartbeat } from '../core/motion/heartbeat.ts'
import { findMovement } from '../core/motion/movement.ts'
import { registerClip } from '../core/motion/register.ts'
import type { RgbImage } from '../core/image/linear.ts'
import {
  FILM_FPS,
  type FilmInput,
  type FilmReading,
  type LiveFrame,
  type MeasuredPhoto,
  type PhotoInput,
  type SmallFrame,
  type ToSpeak,
  type WorkerFault,
  type WorkerReply,
  type WorkerRequest,
} from './protocol.ts'

const SHARPNESS_SIDE_PX = 320
const KEPT_QUALITY = 0.9

const cancelled = new Set<number>()

self.addEventListener('message', (event: MessageEvent<WorkerRequest>) => {
  const request = event.data
  if (request.kind === 'cancel') {
    cancelled.add(request.cancels)
    return
  }
  void answer(request).then((reply) => self.postMessage(reply, { transfer: givenAway(reply) }))
})

function givenAway(reply: WorkerReply): Transferable[] {
  if (reply.kind === 'shrunk') return [reply.frame.data.buffer]
  if (reply.kind === 'laid-upright') return [reply.look.egg.light.buffer]
  return reply.kind === 'held' ? [reply.frame] : []
}

async function answer(request: Exclude<WorkerRequest, { kind: 'cancel' }>): Promise<WorkerReply> {
  const { id } = request
  try {
    // Let a cancel that is already in the queue arrive first.
    await new Promise((resolve) => setTimeout(resolve))
    if (cancelled.delete(id)) {
      if (request.kind === 'measure' && !(request.photo instanceof Blob))
        for (const frame of request.photo) frame.close()
      throw new Fault('cancelled', 'Cancelled.')
    }
    if (request.kind === 'measure') return { id, kind: 'measured', result: await measure(request) }
    if (request.kind === 'shrink')
      return { id, kind: 'shrunk', frame: shrink(request.frame, request.longSidePx) }
    if (request.kind === 'hold')
      return {
        id,
        kind: 'held',
        frame: await createImageBitmap(request.frame).finally(() => request.frame.close()),
      }
    if (request.kind === 'learn') return { id, kind: 'learnt', learnt: learnFrom(request.confirmed) }
    if (request.kind === 'speak') return { id, kind: 'spoken', parts: await speak(request) }
    if (request.kind === 'lay-upright') return { id, kind: 'laid-upright', look: await layUpright(request) }
    if (request.kind === 'same-side')
      return { id, kind: 'same-side-found', turns: turnsToSameSide(request.marks) }
    if (request.kind === 'lamp-light')
      return { id, kind: 'lamp-lit', light: await readLamp(request.photo, request.species) }
    if (request.kind === 'room-light') return { id, kind: 'room-lit', room: await readRoom(request.photo) }
    if (request.kind === 'lamp-scene')
      return { id, kind: 'scene-found', scene: sceneOf(request.light, request) }
    if (request.kind === 'lamp-trial')
      return { id, kind: 'tried', trial: tryEgg(request.plan.scene, request.plan) }
    if (request.kind === 'film') return { id, kind: 'filmed', result: readFilm(request.film) }
    if (request.kind === 'render-film')
      return { id, kind: 'film-rendered', frames: await renderFilm(request) }
    return { id, kind: 'rendered', photo: await render(request) }
  } catch (error) {
    const fault: WorkerFault =
      error instanceof Fault || error instanceof PhotoFileError
        ? { code: error.code, message: error.message }
        : { code: 'failed', message: `Measuring stopped: ${(error as Error).message}` }
    return { id, kind: 'fault', fault }
  }
}

async function measure({
  photo: input,
  species,
  stage,
  keepLongSidePx,
}: Extract<WorkerRequest, { kind: 'measure' }>): Promise<MeasuredPhoto> {
  const start = performance.now()
  const photo = input instanceof Blob ? await checkedFile(input) : input
  const bitmap = photo instanceof Blob ? await unpack(photo) : sharpestOf(photo)
  try {
    const decoded = performance.now()
    // Encoding goes on beside the measuring, on another thread of the browser.
    const kept = toKeep(photo, bitmap, keepLongSidePx)
    kept.catch(() => undefined)
    const reading = readPhoto(rowsOfBitmap(bitmap), { species, stage })
    const measured = performance.now()
    return {
      reading,
      widthPx: bitmap.width,
      heightPx: bitmap.height,
      photo: await kept,
      elapsedMs: { decode: decoded - start, measure: measured - decoded },
    }
  } finally {
    bitmap.close()
  }
}

/** Measured anew, because the maps that the network sees are not kept. */
async function speak({ photo, species, stage, grade, at }: ToSpeak): Promise<number[] | null> {
  const bitmap = await unpack(photo)
  try {
    const maps: EggMaps[] = []
    const reading = readPhoto(rowsOfBitmap(bitmap), { species, stage, onMaps: (own) => maps.push(own) })
    if (reading.kind === 'rejected') return null
    const distances = reading.eggs.map(({ outline: { centre } }) =>
      Math.hypot(centre.x - at.x * bitmap.width, centre.y - at.y * bitmap.height),
    )
    return occlusionMap(maps[distances.indexOf(Math.min(...distances))]!, grade)
  } finally {
    bitmap.close()
  }
}

/** The frame with the crispest middle; a hand's shake blurs some and spares others. */
function sharpestOf(frames: ImageBitmap[]): ImageBitmap {
  const [first, ...others] = frames
  if (!first) throw new Fault('not-a-photo', 'The camera has no picture yet.')
  let best = { frame: first, sharpness: others.length > 0 ? sharpnessOf(first) : 0 }
  for (const frame of others) {
    const sharpness = sharpnessOf(frame)
    if (sharpness > best.sharpness) {
      best.frame.close()
      best = { frame, sharpness }
    } else {
      frame.close()
    }
  }
  return best.frame
}

/** Mean step from pixel to pixel in the middle of the picture, where the egg is. */
function sharpnessOf(frame: ImageBitmap): number {
  const side = Math.min(SHARPNESS_SIDE_PX, frame.width, frame.height)
  const context = new OffscreenCanvas(side, side).getContext('2d', { willReadFrequently: true })
  if (!context) return 0
  context.drawImage(frame, (frame.width - side) / 2, (frame.height - side) / 2, side, side, 0, 0, side, side)
  const { data } = context.getImageData(0, 0, side, side)
  let sum = 0
  for (let at = 0; at < data.length - 8; at += 4) sum += Math.abs(data[at]! - data[at + 8]!)
  return sum
}

/** A file that is small enough is kept as it came; all else is encoded. */
async function toKeep(photo: PhotoInput, bitmap: ImageBitmap, longSidePx: number | null): Promise<Blob> {
  const reduction = longSidePx === null ? 1 : Math.max(1, Math.max(bitmap.width, bitmap.height) / longSidePx)
  if (photo instanceof Blob && reduction === 1) return photo
  const canvas = new OffscreenCanvas(
    Math.round(bitmap.width / reduction),
    Math.round(bitmap.height / reduction),
  )
  const context = canvas.getContext('2d')
  if (!context) throw new Fault('failed', 'This browser cannot draw pictures in the background.')
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  return canvas.convertToBlob({ type: 'image/jpeg', quality: KEPT_QUALITY })
}

/** Reused from frame to frame: the live picture keeps its size. */
let live: OffscreenCanvas | null = null

function shrink(frame: LiveFrame, longSidePx: number): SmallFrame {
  try {
    const [width, height] =
      frame instanceof ImageBitmap ? [frame.width, frame.height] : [frame.displayWidth, frame.displayHeight]
    const scale = Math.min(1, longSidePx / Math.max(width, height))
    const [widthPx, heightPx] = [Math.round(width * scale), Math.round(height * scale)]
    if (live?.width !== widthPx || live.height !== heightPx) live = new OffscreenCanvas(widthPx, heightPx)
    const context = live.getContext('2d', { willReadFrequently: true })
    if (!context) throw new Fault('failed', 'This browser cannot read pictures in the background.')
    context.drawImage(frame, 0, 0, widthPx, heightPx)
    return { widthPx, heightPx, data: context.getImageData(0, 0, widthPx, heightPx).data }
  } finally {
    frame.close()
  }
}

function readFilm({ frames, outline, stage }: FilmInput): FilmReading | null {
  const clip = toClip(frames)
  const registered = registerClip(clip, outline)
  const movement = registered && findMovement(registered, clip, outline)
  return (
    movement && {
      movement,
      heartbeat: canShowHeartbeat(clip, stage) ? findHeartbeat(registered, clip) : null,
    }
  )
}

async function render({
  egg,
  ageDays,
  shot,
  rollRad = 0,
}: Extract<WorkerRequest, { kind: 'render' }>): Promise<Blob> {
  return encoded(renderEgg(eggAt(egg, ageDays), shot, { ...AT_REST, rollRad }).image)
}

/** Of an embryo that moves as it does now and then; a dead one is only moved by the hand. */
const FILM = { seconds: 3, bob: 0.06, heart: { hz: 3.5, depth: 0.12 } } as const

async function renderFilm({
  egg,
  ageDays,
  shot,
}: Extract<WorkerRequest, { kind: 'render-film' }>): Promise<Blob[]> {
  const frames: Blob[] = []
  const options = {
    framesPerSecond: FILM_FPS,
    frameCount: FILM.seconds * FILM_FPS,
    life: { bob: FILM.bob, heart: FILM.heart },
    handling: USUAL_HANDLING,
  }
  for (const { image } of filmEgg(eggAt(egg, ageDays), shot, options)) frames.push(await encoded(image))
  return frames
}

function encoded(image: RgbImage): Promise<Blob> {
  const canvas = new OffscreenCanvas(image.widthPx, image.heightPx)
  const context = canvas.getContext('2d')
  if (!context) throw new Fault('failed', 'This browser cannot draw pictures in the background.')
  const pixels = context.createImageData(image.widthPx, image.heightPx)
  for (let i = 0; i < image.widthPx * image.heightPx; i++) {
    pixels.data[4 * i] = image.data[3 * i]!
    pixels.data[4 * i + 1] = image.data[3 * i + 1]!
    pixels.data[4 * i + 2] = image.data[3 * i + 2]!
    pixels.data[4 * i + 3] = 255
  }
  context.putImageData(pixels, 0, 0)
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 })
}
