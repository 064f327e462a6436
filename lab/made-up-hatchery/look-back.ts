import sharp from 'sharp'
import { readEggs } from '../../src/cli/read-eggs.ts'
import type { Egg } from '../../src/contracts/records/egg-state.ts'
import type { PicturedLook } from '../../src/contracts/records/look-record.ts'
import type { EggSet } from '../../src/contracts/records/set-record.ts'
import type { ShapesRecord } from '../../src/contracts/records/shapes-record.ts'
import { shapesOf } from '../../src/core/measure/reading.ts'
import { demoEgg, type DemoBasket } from '../../src/core/simulate/demo-hatchery.ts'
import { createRandom } from '../../src/core/random/random.ts'
import { eggAt } from '../../src/core/simulate/egg-model.ts'
import { AT_REST } from '../../src/core/simulate/growth.ts'
import { renderEgg } from '../../src/core/simulate/render.ts'
import { takeShot } from '../../src/core/simulate/shot.ts'
import { usualStage } from '../../src/core/planning/incubation/timetable.ts'
import { DAY_MS } from '../../src/core/time/durations.ts'
import { lookFrom } from '../../src/domain/look-from.ts'
import { timelineOf } from '../../src/domain/timeline.ts'
import { newHatchery } from '../../src/contracts/records/hatchery-record.ts'
/** Small pictures: the whole hatchery is to be a few megabytes. */
const SIDE_PX = 480
const QUALITY = 88

export interface LookBack {
  look: PicturedLook
  photo: Buffer
  shapes: ShapesRecord
}

/**
 * A look of an earlier day: photographed by the simulator, and measured and graded as any other picture.
 * @param earlier - looks at this egg before
 * @returns null where the egg cannot be found in its picture
 */
export async function lookBack(
  { basket, set, egg }: { basket: DemoBasket; set: EggSet; egg: Egg },
  ageDays: number,
  earlier: readonly PicturedLook[],
): Promise<LookBack | null> {
  const id = `${egg.id}-at-${String(ageDays).replace('.', '-')}`
  const shot = takeShot(`earlier/${egg.id}/${ageDays}`, { widthPx: SIDE_PX, heightPx: SIDE_PX })
  // Nobody lays an egg down with the same side up each time; on plain shells it would not be seen.
  const random = createRandom(`side/${egg.id}/${ageDays}`)
  const rollRad = basket.shell === 'speckled' ? random.between(-0.7, 0.7) : 0
  const { image } = renderEgg(eggAt(demoEgg(basket, egg.number), ageDays), shot, { ...AT_REST, rollRad })
  const photo = await sharp(image.data, {
    raw: { width: image.widthPx, height: image.heightPx, channels: 3 },
  })
    .jpeg({ quality: QUALITY })
    .toBuffer()
  const { species } = set
  const measured = await readEggs(photo, { species, stage: usualStage(species, ageDays) })
  if (measured.reading.kind !== 'eggs') return null
  const reading = measured.reading.eggs[0]!
  const takenAt = new Date(Date.parse(set.setAt) + ageDays * DAY_MS).toISOString()
  let ids = 0
  const look = lookFrom(
    {
      timeline: timelineOf(set, newHatchery('UTC')),
      set,
      egg,
      measured: image,
      reading,
      photoType: 'image/jpeg',
      takenAt,
      source: 'demo',
      replaces: null,
      earlier,
    },
    () => (ids++ === 0 ? id : `${id}-photo`),
  )
  return {
    look: { ...look, own: { grade: look.verdict.grade, at: takenAt } },
    photo,
    shapes: { id: look.id, ...shapesOf(reading) },
  }
}
