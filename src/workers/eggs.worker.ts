import { imageSize } from 'image-size'
import { measurePhotograph } from '../core/measure/measure.ts'
import { eggAt } from '../core/simulate/egg-model.ts'
import { renderEgg } from '../core/simulate/render.ts'
import type { MeasuredPhoto, WorkerFault, WorkerReply, WorkerRequest } from './protocol.ts'

/** Larger pictures are refused before they are unpacked: a browser tab has little memory. */
const MAX_PIXELS = 60_000_000
/** The measuring reduces to about this much anyway; drawing down while decoding spares the memory. */
const DRAWN_LONG_SIDE_PX = 1860

class Fault extends Error {
  readonly code: WorkerFault['code']

  constructor(code: WorkerFault['code'], message: string) {
    super(message)
    this.code = code
  }
}

const cancelled = new Set<number>()

self.addEventListener('message', (event: MessageEvent<WorkerRequest>) => {
  const request = event.data
  if (request.kind === 'cancel') {
    cancelled.add(request.cancels)
    return
  }
  void answer(request).then((reply) => self.postMessage(reply))
})

async function answer(request: Exclude<WorkerRequest, { kind: 'cancel' }>): Promise<WorkerReply> {
  const { id } = request
  try {
    // Let a cancel that is already in the queue arrive first.
    await new Promise((resolve) => setTimeout(resolve))
    if (cancelled.delete(id)) throw new Fault('cancelled', 'Cancelled.')
    if (request.kind === 'measure') return { id, kind: 'measured', result: await measure(request.photo, request.species) }
    return { id, kind: 'rendered', photo: await render(request) }
  } catch (error) {
    const fault: WorkerFault = error instanceof Fault
      ? { code: error.code, message: error.message }
      : { code: 'failed', message: `Measuring stopped: ${(error as Error).message}` }
    return { id, kind: 'fault', fault }
  }
}

async function measure(photo: Blob, species: Extract<WorkerRequest, { kind: 'measure' }>['species']): Promise<MeasuredPhoto> {
  const start = performance.now()
  await checkSize(photo)
  const bitmap = await createImageBitmap(photo).catch(() => {
    throw new Fault('not-a-photo', 'This file is not a photograph that can be read, or it is damaged.')
  })
  const { width, height } = bitmap
  const factor = Math.min(1, DRAWN_LONG_SIDE_PX / Math.max(width, height))
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * factor)), Math.max(1, Math.round(height * factor)))
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context) throw new Fault('failed', 'This browser cannot read pictures in the background.')
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
  const decoded = performance.now()
  const reading = measurePhotograph({ widthPx: canvas.width, heightPx: canvas.height, channels: 4, data }, { species })
  return {
    reading, widthPx: canvas.width, heightPx: canvas.height,
    elapsedMs: { decode: decoded - start, measure: performance.now() - decoded },
  }
}

async function checkSize(photo: Blob): Promise<void> {
  let size: { width: number; height: number }
  try {
    size = imageSize(new Uint8Array(await photo.slice(0, 512 * 1024).arrayBuffer()))
  } catch {
    throw new Fault('not-a-photo', 'This file is not a photograph that can be read.')
  }
  if (size.width * size.height > MAX_PIXELS) {
    throw new Fault('too-large', `The picture has ${Math.round(size.width * size.height / 1e6)} megapixels; at most ${MAX_PIXELS / 1e6} are read.`)
  }
}

async function render({ egg, ageDays, shot }: Extract<WorkerRequest, { kind: 'render' }>): Promise<Blob> {
  const { image } = renderEgg(eggAt(egg, ageDays), shot)
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
