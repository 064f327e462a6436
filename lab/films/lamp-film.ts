import { writeFile } from 'node:fs/promises'
import sharp from 'sharp'
import type { RgbImage } from '../../src/core/image/linear.ts'
import { renderBareLamp } from '../../src/core/simulate/bare-lamp.ts'
import { createEgg, drawFate, eggAt } from '../../src/core/simulate/egg-model.ts'
import { createRandom } from '../../src/core/random/random.ts'
import { renderEgg } from '../../src/core/simulate/render.ts'
import { takeShot } from '../../src/core/simulate/shot.ts'

export interface LampFilm {
  path: string
  seed: string
  eggs: number
  widthPx: number
  heightPx: number
  /** How long each egg lies on the lamp, and how long the lamp is bare before it, milliseconds. */
  onMs: number
  gapMs: number
  ageDays: number
}

/** Chromium plays such a film thirty frames a second, again and again. */
const FRAMES_PER_SECOND = 30
/** A hand needs some frames to bring an egg. */
const COMING_FRAMES = 5

/** Writes a film of eggs coming to a lamp and going, for Chromium's fake camera (motion JPEG). */
export async function writeLampFilm({
  path,
  seed,
  eggs,
  widthPx,
  heightPx,
  onMs,
  gapMs,
  ageDays,
}: LampFilm): Promise<void> {
  const bare = await encode(
    renderBareLamp(takeShot(`${seed}/bare`, { widthPx, heightPx, centre: { x: 0.5, y: 0.5 } })),
  )
  const parts: Buffer[] = []
  for (let i = 0; i < eggs; i++) {
    const egg = createEgg(`${seed}/${i}`, {
      species: 'chicken',
      shell: 'tinted',
      fate: drawFate(createRandom(`${seed}/fate/${i}`), 21),
    })
    const shot = takeShot(`${seed}/${i}`, {
      widthPx,
      heightPx,
      fill: 0.76,
      exposure: 0.9,
      electrons: 3000,
      centre: { x: 0.5, y: 0.5 },
    })
    const lying = await encode(renderEgg(eggAt(egg, ageDays), shot).image)
    parts.push(...repeated(bare, Math.round((gapMs / 1000) * FRAMES_PER_SECOND)))
    for (let k = COMING_FRAMES; k > 0; k--) {
      parts.push(
        await sharp(lying)
          .extract({ left: 0, top: 0, width: widthPx, height: heightPx - 12 * k * k })
          .extend({ top: 12 * k * k, background: '#000' })
          .jpeg()
          .toBuffer(),
      )
    }
    parts.push(...repeated(lying, Math.round((onMs / 1000) * FRAMES_PER_SECOND) - COMING_FRAMES))
  }
  await writeFile(path, Buffer.concat(parts))
}

function repeated(frame: Buffer, count: number): Buffer[] {
  return Array.from({ length: count }, () => frame)
}

/** The fake camera takes full-range pictures for video-range ones: squeezed beforehand they come out right. */
function encode(image: RgbImage): Promise<Buffer> {
  return sharp(image.data, { raw: { width: image.widthPx, height: image.heightPx, channels: 3 } })
    .linear(219 / 255, 16)
    .jpeg({ quality: 88 })
    .toBuffer()
}
