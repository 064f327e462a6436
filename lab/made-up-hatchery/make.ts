// npm run made-up: makes the bundle that the demo opens, anew from its seeds.
import { writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { writeBundle } from '../../src/contracts/files/bundle.ts'
import { DEMO_BASKETS } from '../../src/core/simulate/demo-hatchery.ts'
import type { LookBack } from './look-back.ts'
import { asWritten, looksBack, story } from './story.ts'

const path = fileURLToPath(new URL('../../src/app/data/made-up-hatchery.zip', import.meta.url))
const looks: LookBack[] = []
for (const basket of DEMO_BASKETS)
  for (let number = 1; number <= basket.rows * basket.columns; number++) {
    const back = await looksBack(basket, number)
    if (back.length < basket.earlierLooks.length)
      console.error(`${basket.key} ${number}: ${basket.earlierLooks.length - back.length} looks found no egg`)
    looks.push(...back)
  }
const { records, readings } = asWritten({ ...story(), looks: looks.map(({ look }) => look) })
const photos = new Map(looks.map(({ look, photo }) => [look.photo.id, photo]))
const shapes = new Map(looks.map((one) => [one.shapes.id, one.shapes]))
const { file } = await writeBundle({
  records,
  quarantined: [],
  tombstones: [],
  photo: async (id) => photos.get(id) ?? null,
  shapes: async (id) => shapes.get(id) ?? null,
  attachment: async () => null,
  readingIds: [...readings.keys()],
  readings: async (id) => readings.get(id) ?? null,
})
await writeFile(path, new Uint8Array(await file.arrayBuffer()))
console.log(`${path}: ${looks.length} looks, ${(file.size / 1_000_000).toFixed(2)} MB`)
