import { imageSize } from 'image-size'
import type { RgbImage } from '../core/image/linear.ts'
import { measureEggs, needsMorePixels, ONE_EGG_LONG_SIDE_PX } from '../core/measure/measure.ts'
import { eggAt } from '../core/simulate/egg-model.ts'
import { renderEgg } from '../core/simulate/render.ts'
import type { MeasuredPhoto, WorkerFault, WorkerReply, WorkerRequest } from './protocol.ts'

/** Larger pictures are refused before they are unpacked: a browser tab has little memory. */
const MAX_PIXELS = 60_000_000
/** Long side, px, that holds a tray of eggs: a browser tab has less memory than the command line. */
const TRAY_LONG_SIDE_PX = 2800

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
  try {
    const decoded = performance.now()
    let image = drawnDown(bitmap, ONE_EGG_LONG_SIDE_PX)
    let reading = measureEggs(image, { species })
    if (needsMorePixels(image, reading)) {
      image = drawnDown(bitmap, TRAY_LONG_SIDE_PX)
      reading = measureEggs(image, { species })
    }
    return {
      reading, widthPx: bitmap.width, heightPx: bitmap.height,
      elapsedMs: { decode: decoded - start, measure: performance.now() - decoded },
    }
  } finally {
    bitmap.close()
  }
}

function drawnDown(bitmap: ImageBitmap, longSidePx: number): RgbImage {
  const reduction = Math.max(1, Math.max(bitmap.width, bitmap.height) / longSidePx)
  const widthPx = Math.max(1, Math.round(bitmap.width / reduction))
  const heightPx = Math.max(1, Math.round(bitmap.height / reduction))
  const context = new OffscreenCanvas(widthPx, heightPx).getContext('2d', { willReadFrequently: true })
  if (!context) throw new Fault('failed', 'This browser cannot read pictures in the background.')
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, widthPx, heightPx)
  return { widthPx, heightPx, channels: 4, reduction, data: context.getImageData(0, 0, widthPx, heightPx).data }
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
