import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { simulatePhoto } from '../src/core/simulate/simulated-photo.ts'

/** A living egg before Chromium's fake camera. @returns the path of its film */
export async function filmOfAnEgg(): Promise<{ film: string; remove: () => Promise<void> }> {
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-film-'))
  const film = join(folder, 'egg.y4m')
  const { image } = simulatePhoto({
    seed: 'film',
    shell: 'tinted',
    ageDays: 8,
    shot: { widthPx: 640, heightPx: 480, axisRad: -1.5, fill: 0.8 },
  })
  await writeFile(film, toY4m(image))
  return { film, remove: () => rm(folder, { recursive: true }) }
}

/** A film of one frame for Chromium's fake camera: YUV4MPEG2, 4:2:0, BT.601 video range. */
function toY4m(image: { widthPx: number; heightPx: number; data: Uint8Array | Uint8ClampedArray }): Buffer {
  const { widthPx: w, heightPx: h, data } = image
  const planes = [Buffer.alloc(w * h), Buffer.alloc((w * h) / 4), Buffer.alloc((w * h) / 4)]
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const [r, g, b] = [0, 1, 2].map((c) => data[3 * (y * w + x) + c]! / 255) as [number, number, number]
      planes[0]![y * w + x] = 16 + 65.481 * r + 128.553 * g + 24.966 * b
      if (x % 2 || y % 2) continue
      const at = (y / 2) * (w / 2) + x / 2
      planes[1]![at] = 128 - 37.797 * r - 74.203 * g + 112 * b
      planes[2]![at] = 128 + 112 * r - 93.786 * g - 18.214 * b
    }
  }
  return Buffer.concat([Buffer.from(`YUV4MPEG2 W${w} H${h} F10:1 Ip C420jpeg\nFRAME\n`), ...planes])
}
