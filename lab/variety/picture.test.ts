import { describe, expect, it } from 'vitest'
import { GRADES } from '../../src/core/grade-names.ts'
import { measuredIn } from '../accuracy/line.ts'
import { polygonOverlap } from '../accuracy/overlap.ts'
import { outlinePolygon } from '../../src/core/geometry/egg-outline.ts'
import { cases } from '../../src/testing/cases.ts'
import { anyPicture } from './picture.ts'

/** Painting one takes seconds: those of `test` are shared. */
const painted = [3, 4].map((number) => anyPicture('test', number))

describe('the painter of varied pictures', () => {
  it('makes the same picture again from its name and number, and another from others', async () => {
    const [first, other] = await Promise.all(painted)
    const again = await anyPicture('test', 3)
    expect(first!.photo.equals(again.photo)).toBe(true)
    expect(first!.truth).toEqual(again.truth)
    expect(first!.photo.equals(other!.photo)).toBe(false)
  })

  it('says of each picture what holds in it', async () => {
    const more = Array.from({ length: cases(0, 0, 6) }, (_, i) => anyPicture('truth', i))
    for (const { truth } of await Promise.all([...painted, ...more])) {
      expect(GRADES).toContain(truth.grade)
      expect(truth.f).toBeGreaterThan(0.14)
      expect(truth.f).toBeLessThan(0.91)
      expect(truth.shadow.area).toBeGreaterThanOrEqual(0)
      expect(truth.shadow.area).toBeLessThanOrEqual(1)
      if (truth.grade === 'clear') expect(truth.shadow.area).toBe(0)
      expect(truth.ring.visibleFraction > 0).toBe(truth.grade === 'blood-ring')
      expect(truth.airCell.volume).toBeLessThan(truth.airCell.depth)
      const [b, s] = [truth.bluntPole, truth.smallPole]
      const middle = [(b[0] + s[0]) / 2, (b[1] + s[1]) / 2]
      const centre = truth.outline.reduce((sum, [x, y]) => [sum[0]! + x, sum[1]! + y], [0, 0])
      expect(Math.abs(centre[0]! / truth.outline.length - middle[0]!)).toBeLessThan(
        0.2 * Math.abs(b[0] - s[0]) + 15,
      )
    }
  })

  it('paints eggs that are found where its truth has them', async () => {
    const { photo, truth } = await anyPicture('plain', 1)
    const seen = (await measuredIn(photo, truth))?.seen
    const outline = outlinePolygon(seen!.outline).map(({ x, y }): [number, number] => [x, y])
    expect(polygonOverlap(outline, truth.outline)).toBeGreaterThan(0.95)
  })
})
