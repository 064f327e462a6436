import { describe, expect, it } from 'vitest'
import { DRAWN_OUTLINE } from '../measure/drawn-egg.ts'
import { containsPoint } from '../geometry/egg-outline.ts'
import { rowsOf } from '../image/linear.ts'
import { readPhoto } from '../measure/read-photo.ts'
import { simulatePhoto, type PhotoWish } from '../simulate/simulated-photo.ts'
import { emptyPart, MAP_HEIGHT, MAP_WIDTH, MAPS, type EggMaps } from './egg-maps.ts'
import { networkLogitsOf } from './network-logits.ts'
import { PART_COLUMNS, PART_ROWS, partCorners, occlusionMap } from './occlusion-map.ts'

const SIZE = MAP_WIDTH * MAP_HEIGHT

function read(wish: PhotoWish) {
  const maps: EggMaps[] = []
  const reading = readPhoto(
    rowsOf(
      simulatePhoto({
        ...wish,
        shot: { widthPx: 600, heightPx: 600, fill: 0.75, lamp: 'blunt', ...wish.shot },
      }).image,
    ),
    { stage: 0.5, onMaps: (own) => maps.push(own) },
  )
  if (reading.kind === 'rejected') throw new Error(reading.why)
  return { egg: reading.eggs[0]!, maps: maps[0]! }
}
const meanOf = (
  maps: EggMaps,
  map: (typeof MAPS)[number],
  where: (x: number, y: number) => boolean,
): number => {
  let [sum, count] = [0, 0]
  for (let y = 0; y < MAP_HEIGHT; y++)
    for (let x = 0; x < MAP_WIDTH; x++) {
      const at = y * MAP_WIDTH + x
      if (!where(x, y) || maps[3 * SIZE + at] === 0) continue
      sum += maps[MAPS.indexOf(map) * SIZE + at]!
      count++
    }
  return sum / count
}
const middle = (x: number, y: number): boolean => Math.hypot((x - 76) / 20, (y - 48) / 20) < 1

const living = read({ seed: 'w1', ageDays: 11, fate: { kind: 'developing' }, shell: 'white' })
const clear = read({ seed: 'w2', ageDays: 11, fate: { kind: 'clear' }, shell: 'white' })

describe('the maps of an egg', () => {
  it('are darker where something grew than in an empty egg, whatever lamp and exposure', () => {
    const dim = read({
      seed: 'w2',
      ageDays: 11,
      fate: { kind: 'clear' },
      shell: 'white',
      shot: { exposure: 0.5 },
    })
    expect(meanOf(living.maps, 'light', middle)).toBeLessThan(meanOf(clear.maps, 'light', middle) - 40)
    expect(Math.abs(meanOf(dim.maps, 'light', middle) - meanOf(clear.maps, 'light', middle))).toBeLessThan(12)
  })

  it('are nought outside of the egg', () => {
    for (const map of MAPS)
      for (const corner of [0, MAP_WIDTH - 1, SIZE - MAP_WIDTH, SIZE - 1])
        expect(living.maps[MAPS.indexOf(map) * SIZE + corner]).toBe(0)
  })

  it('have a part emptied without touching the rest', () => {
    const part = { left: 60, top: 36, width: 32, height: 24 }
    const within = (x: number, y: number): boolean => x >= 60 && x < 92 && y >= 36 && y < 60
    const emptied = emptyPart(living.maps, part)
    expect(meanOf(emptied, 'lines', within)).toBe(0)
    expect(meanOf(emptied, 'seen', () => true)).toBe(meanOf(living.maps, 'seen', () => true))
    expect(meanOf(emptied, 'light', (x, y) => !within(x, y))).toBe(
      meanOf(living.maps, 'light', (x, y) => !within(x, y)),
    )
  })
})

describe('the network', () => {
  it('is kept with the reading, and the same each time', () => {
    expect(living.egg.networkLogits).toEqual(networkLogitsOf(living.maps))
  })

  it('of a living egg speaks more for life than that of a clear one does', () => {
    const life = ({ egg }: typeof living): number => egg.networkLogits!.developing - egg.networkLogits!.clear
    expect(life(living)).toBeGreaterThan(life(clear) + 2)
  })

  it('of a living egg rests on where the embryo lies', () => {
    const parts = occlusionMap(living.maps, 'developing')
    expect(parts).toHaveLength(PART_COLUMNS * PART_ROWS)
    const most = parts.indexOf(Math.max(...parts))
    const column = most % PART_COLUMNS
    const row = Math.floor(most / PART_COLUMNS)
    expect(parts[most]!).toBeGreaterThan(0)
    const at = (row * (MAP_HEIGHT / PART_ROWS) + 8) * MAP_WIDTH + column * (MAP_WIDTH / PART_COLUMNS) + 8
    expect(living.maps[3 * SIZE + at]).toBeGreaterThan(0)
  })

  it('has parts that lie in the photograph where they lie in the egg', () => {
    const centre = partCorners(DRAWN_OUTLINE, PART_COLUMNS * 3 + 4)[0]!
    expect(Math.hypot(centre.x - DRAWN_OUTLINE.centre.x, centre.y - DRAWN_OUTLINE.centre.y)).toBeLessThan(1)
    expect(containsPoint(DRAWN_OUTLINE, partCorners(DRAWN_OUTLINE, 0)[0]!)).toBe(false)
  })
})
