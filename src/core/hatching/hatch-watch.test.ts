import { describe, expect, it } from 'vitest'
import { createRandom } from '../random/random.ts'
import { hatchWindow, type HatchSoFar } from './hatch-watch.ts'
import { cases } from '../../testing/cases.ts'

const SETS = cases(50, 100, 500)
const quiet: HatchSoFar = {
  outHours: [],
  pippedHours: [],
  waiting: 12,
  nowHours: -72,
  priorSdHours: 12,
  usualSpreadHours: 9,
}

describe('the window of a hatch', () => {
  it('is what was expected while nothing has happened', () => {
    // Middle and spread together: √(12² + 9²) = 15; four of five within 1.28 × 15 = 19.2 h.
    const { fromHours, middleHours, toHours } = hatchWindow(quiet)
    expect(middleHours).toBeCloseTo(0, -0.5)
    expect(toHours - middleHours).toBeGreaterThan(16)
    expect(toHours - middleHours).toBeLessThan(23)
    expect(middleHours - fromHours).toBeCloseTo(toHours - middleHours, -1)
  })
  it('comes nearer with pips that are early, goes away while nothing pips, and never lies in the past', () => {
    const early = hatchWindow({ ...quiet, nowHours: -30, pippedHours: [-36, -34, -33], waiting: 9 })
    expect(early.middleHours).toBeLessThan(hatchWindow({ ...quiet, nowHours: -30 }).middleHours - 4)
    const late = hatchWindow({ ...quiet, nowHours: 20 })
    expect(late.fromHours).toBeGreaterThan(20)
    expect(late.middleHours).toBeGreaterThan(24)
  })
  it('narrows as chicks come out', () => {
    const width = (soFar: HatchSoFar): number => {
      const { fromHours, toHours } = hatchWindow(soFar)
      return toHours - fromHours
    }
    const some = { ...quiet, nowHours: 2, outHours: [-6, -4, -1, 0, 1], pippedHours: [-4, -2], waiting: 5 }
    expect(width(some)).toBeLessThan(0.7 * width(quiet))
  })

  it(`holds four of five chicks in ${SETS} simulated hatches, whenever it is asked`, () => {
    const random = createRandom('hatches')
    let [inside, all] = [0, 0]
    for (let set = 0; set < SETS; set++) {
      const middle = random.normal(0, 12)
      const spread = 9 * Math.exp(random.normal(0, 0.35))
      const outs = Array.from({ length: 14 }, () => random.normal(middle, spread))
      const pips = outs.map((out) => out - Math.max(3, random.normal(14, 6)))
      // Two of sixteen never hatch.
      const dead = 2
      const nowHours = random.between(-30, middle + spread)
      const soFar: HatchSoFar = {
        ...quiet,
        nowHours,
        outHours: outs.filter((out) => out <= nowHours),
        pippedHours: pips.filter((pip, i) => pip <= nowHours && outs[i]! > nowHours),
        waiting: pips.filter((pip) => pip > nowHours).length + dead,
      }
      const { fromHours, toHours } = hatchWindow(soFar)
      for (const out of outs.filter((hours) => hours > nowHours)) {
        all++
        if (out >= fromHours && out <= toHours) inside++
      }
    }
    expect(inside / all).toBeGreaterThan(0.75)
    expect(inside / all).toBeLessThan(0.85)
  })
})
