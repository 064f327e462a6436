import { describe, expect, it } from 'vitest'
import { brooderPlan } from './brooding/brooder-plan.ts'
import { roundHours } from './climate/round.ts'
import { capVolumeFraction } from './geometry/cap-volume.ts'
import { scaled } from './geometry/egg-outline.ts'
import { perGrade } from './grade-names.ts'
import { daysToWait } from './grade/next-picture.ts'
import { pooled } from './grade/softmax.ts'
import { openedStageAt } from './hatching/breakout-stages.ts'
import { phaseOf } from './hatching/results.ts'
import { cohenKappa } from './learning/standing.ts'
import { eggVolumeCm3, freshMassG, shapeIndex } from './planning/intake/egg-figures.ts'
import { relativeHatchability } from './planning/intake/hatchability.ts'
import { clockLevel } from './session/limits.ts'
import { logAnyShare, logHappenings, logNormal } from './statistics/marginal.ts'
import { wilsonInterval } from './statistics/share.ts'
import { wanted, wantedPositive } from './wanted.ts'
import { surfaceCm2 } from './water/egg-body.ts'
import { weighingSd } from './water/scale-doubt.ts'
import { conductance, pressureRatio, saturationTorr } from './water/vapour.ts'
import { meanRh } from './water/vapour-deficit-days.ts'

const outline = {
  centre: { x: 0, y: 0 },
  axisRad: 0,
  halfLengthPx: 30,
  halfBreadthPx: 20,
  taper: 0,
  bulge: 0,
}
const even = perGrade(() => 0)

describe('a figure that cannot be', () => {
  it('is named with what came and what was wanted', () => {
    expect(() => wanted('share', 1.2, [0, 1])).toThrow('share must be within 0…1, received 1.2')
    expect(() => wanted('days', -1, [0, Infinity])).toThrow('days must be at least 0, received -1')
    expect(() => wantedPositive('massG', Number.NaN)).toThrow('massG must be more than 0, received NaN')
    for (const ends of [0, 1]) expect(() => wanted('share', ends, [0, 1])).not.toThrow()
  })

  it.each<[string, () => unknown]>([
    ['more right than there were', () => wilsonInterval(3, 2)],
    ['a share of less than none', () => wilsonInterval(0, -1)],
    ['more deaths than eggs', () => logAnyShare({ count: 4, of: 3 })],
    ['a rate of nought', () => logHappenings(1, 0, 2)],
    ['no spread', () => logNormal(1, 1, 0)],
    ['an egg without length', () => eggVolumeCm3({ lengthMm: 0, breadthMm: 43 })],
    ['an egg without breadth', () => freshMassG({ lengthMm: 57, breadthMm: 0 })],
    ['an egg turned inside out', () => shapeIndex({ lengthMm: -57, breadthMm: 43 })],
    ['stored until before it was laid', () => relativeHatchability(-1)],
    ['water that boils', () => saturationTorr(140)],
    ['a hatchery in space', () => pressureRatio(40_000)],
    ['air that takes no water', () => conductance(60, 0.006, 0)],
    ['an egg of no mass', () => surfaceCm2(0)],
    ['the mean of no days', () => meanRh([], 0)],
    ['a scale of negative steps', () => weighingSd(-0.1)],
    ['fewer than no chicks', () => brooderPlan('chicken', -1)],
    ['no minutes', () => clockLevel(1000, 0)],
    ['no incubation', () => phaseOf(3, 0)],
    ['no incubation, opened', () => openedStageAt(3, 0)],
    ['no incubation to wait in', () => daysToWait(Number.NaN)],
    ['a weight above one', () => pooled(1.5, even, even)],
    ['more rounds than hours', () => roundHours(30)],
    ['a day that ends before it begins', () => roundHours(3, 20, 7)],
    ['shrunk to nothing', () => scaled(outline, 0)],
    ['a plane beyond the egg', () => capVolumeFraction(outline, { depthFraction: 1.2 })],
    ['raters of other grades', () => cohenKappa([[1, 2, 3]])],
  ])('is refused: %s', (_, misuse) => {
    expect(misuse).toThrow(RangeError)
  })
})
