import { clearTimes } from '../../../contracts/files/without-metadata/mp4-times.ts'
import type { FilmContext } from './draw-film.ts'
import { animatedWebp, type WebpFrame } from '../../../contracts/files/animated-webp.ts'

/** Any film that can be drawn: its size, and a moment of it. */
export interface Drawable {
  widthPx: number
  heightPx: number
  durationMs: number
  /** When pictures stand still, from … to, ms; between them everything moves. */
  still: ReadonlyArray<readonly [fromMs: number, toMs: number]>
  draw: (context: FilmContext, ms: number) => void
  /** Name of the picture at a moment, for a file of its own. */
  nameAt: (ms: number) => string
}

export interface Saving {
  signal: AbortSignal
  /** 0…1. */
  onProgress: (share: number) => void
}

/** Pictures a second: of a moving WebP and of single pictures; of a video. */
const FPS = { pictures: 12, video: 25 } as const
const QUALITY = 0.86
const VIDEO_BITS_PER_S = 4_000_000

/** When a picture is needed, and how long it stands: one for each still, and steps where something moves. */
export function pictureTimes({
  durationMs,
  still,
}: Pick<Drawable, 'durationMs' | 'still'>): Array<{ ms: number; durationMs: number }> {
  const times: Array<{ ms: number; durationMs: number }> = []
  let now = 0
  for (const [from, to] of [...still, [durationMs, durationMs] as const]) {
    const steps = Math.max(0, Math.round(((from - now) * FPS.pictures) / 1000))
    for (let i = 0; i < steps; i++)
      times.push({ ms: now + ((i + 0.5) * (from - now)) / steps, durationMs: (from - now) / steps })
    if (to > from) times.push({ ms: from, durationMs: to - from })
    now = to
  }
  return times
}

function stage({ widthPx, heightPx }: Drawable) {
  const canvas = new OffscreenCanvas(widthPx, heightPx)
  const context = canvas.getContext('2d')
  if (!context) throw new Error('This browser cannot draw pictures in the background.')
  const show = (film: Drawable, ms: number): void => {
    context.fillStyle = '#000'
    context.fillRect(0, 0, widthPx, heightPx)
    film.draw(context, ms)
  }
  return { canvas, show }
}

/** Whether this browser writes WebP pictures. */
export async function canWriteWebp(): Promise<boolean> {
  const probe = new OffscreenCanvas(2, 2)
  probe.getContext('2d')
  return (await probe.convertToBlob({ type: 'image/webp' })).type === 'image/webp'
}

/** A moving picture for messages and web pages. Drawn anew from pixels: it holds no time, place or camera. */
export async function writeWebp(film: Drawable, { signal, onProgress }: Saving): Promise<Blob> {
  const { canvas, show } = stage(film)
  const times = pictureTimes(film)
  const frames: WebpFrame[] = []
  for (const [i, { ms, durationMs }] of times.entries()) {
    signal.throwIfAborted()
    show(film, ms)
    const blob = await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY })
    frames.push({ file: new Uint8Array(await blob.arrayBuffer()), durationMs })
    onProgress((i + 1) / times.length)
  }
  return animatedWebp(frames, film)
}

/** Each picture as PNG in a ZIP file, for a poster or another program. */
export async function writePngs(film: Drawable, { signal, onProgress }: Saving): Promise<Blob> {
  const { buildZip } = await import('../../data/bundling.ts')
  const { canvas, show } = stage(film)
  const times = pictureTimes(film)
  const zip = buildZip()
  for (const [i, { ms }] of times.entries()) {
    signal.throwIfAborted()
    show(film, ms)
    const blob = await canvas.convertToBlob({ type: 'image/png' })
    const number = String(i + 1).padStart(4, '0')
    await zip.stored(`${number} ${film.nameAt(ms)}.png`, new Uint8Array(await blob.arrayBuffer()))
    onProgress((i + 1) / times.length)
  }
  return zip.finish()
}

/** The kind of video that this browser writes into an MP4 file; null where it writes none. */
export async function videoCodec({
  widthPx,
  heightPx,
}: Pick<Drawable, 'widthPx' | 'heightPx'>): Promise<'avc' | 'hevc' | 'vp9' | 'av1' | null> {
  if (!('VideoEncoder' in globalThis)) return null
  const { getFirstEncodableVideoCodec } = await import('mediabunny')
  const codecs = ['avc', 'hevc', 'vp9', 'av1'] as const
  const found = await getFirstEncodableVideoCodec([...codecs], { width: widthPx, height: heightPx })
  return codecs.find((codec) => codec === found) ?? null
}

/** @throws Error where this browser writes no video */
export async function writeMp4(film: Drawable, { signal, onProgress }: Saving): Promise<Blob> {
  const codec = await videoCodec(film)
  if (!codec) throw new Error('This browser writes no video.')
  const { BufferTarget, CanvasSource, Mp4OutputFormat, Output } = await import('mediabunny')
  const { canvas, show } = stage(film)
  const target = new BufferTarget()
  const output = new Output({ format: new Mp4OutputFormat(), target })
  const source = new CanvasSource(canvas, { codec, bitrate: VIDEO_BITS_PER_S })
  output.addVideoTrack(source, { frameRate: FPS.video })
  await output.start()
  const count = Math.ceil((film.durationMs * FPS.video) / 1000)
  try {
    for (let i = 0; i < count; i++) {
      signal.throwIfAborted()
      show(film, (1000 * i) / FPS.video)
      await source.add(i / FPS.video, 1 / FPS.video)
      onProgress((i + 1) / count)
    }
    await output.finalize()
  } catch (error) {
    await output.cancel()
    throw error
  }
  const bytes = new Uint8Array(target.buffer!)
  clearTimes(bytes)
  return new Blob([bytes], { type: 'video/mp4' })
}
