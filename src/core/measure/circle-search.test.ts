import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bestArc, findCircle, type ArcRule, type CircleSearch } from './circle-search.ts'
import { placesOn, type SphereCircle } from './ring-circles.ts'

const RULE: ArcRule = { addsFrom: 0.5, gap: 0.1, full: 0.25, leastVisible: 0.2 }
const SEARCH: CircleSearch = {
  samples: 48,
  closely: 30,
  polished: 4,
  arc: RULE,
  moves: { first: 0.08, least: 0.01, shrink: 0.6, rounds: 14 },
}

/** Where u and v lie on the picture of a ball of radius 1. */
const onBall = (u: number, v: number): readonly [number, number] => {
  const x = 1 - 2 * u
  return [x, v * Math.sqrt(Math.max(0, 1 - x * x))]
}

/** Line that falls off from 1 on a drawn circle with the distance to it, as a picture would show it. */
function drawnRing(truth: SphereCircle): (u: number, v: number) => number {
  const places = placesOn(truth, 90)
  const ring = Array.from({ length: 90 }, (_, i) => onBall(places[4 * i]!, places[4 * i + 1]!)).filter(
    ([x]) => !Number.isNaN(x),
  )
  return (u, v) => {
    const [x, y] = onBall(u, v)
    const away = Math.min(...ring.map(([rx, ry]) => Math.hypot(rx - x, ry - y)))
    return Math.exp(-((away / 0.06) ** 2))
  }
}

const alongOf =
  (line: (u: number, v: number) => number) =>
  (places: Float32Array): Float32Array =>
    Float32Array.from({ length: places.length / 4 }, (_, i) => {
      const u = places[4 * i]!
      return Number.isNaN(u) ? NaN : line(u, places[4 * i + 1]!)
    })

describe('the best arc', () => {
  it('is the run of line round the circle, over where it begins', () => {
    const lines = Float32Array.from({ length: 40 }, (_, i) => (i >= 35 || i < 10 ? 1 : 0))
    expect(bestArc(lines, 40, RULE)).toEqual({ support: (15 * 0.5) / (0.25 * 40), from: 35, to: 49 })
  })

  it('is none where less is seen than asked for, or where lines only cross', () => {
    const unseen = new Float32Array(40).fill(NaN)
    unseen.fill(1, 0, 7)
    expect(bestArc(unseen, 40, RULE).support).toBe(0)
    const crossings = Float32Array.from({ length: 40 }, (_, i) => (i % 8 === 0 ? 1 : 0))
    expect(bestArc(crossings, 40, RULE).support).toBeLessThan(0.1)
  })

  it('never grows by a gap', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 20, maxLength: 60 }),
        fc.nat(),
        (values, hole) => {
          const whole = Float32Array.from(values)
          // What is above the threshold is lost; what is below costs less than it did.
          const at = hole % whole.length
          if (whole[at]! < RULE.addsFrom) return
          const holed = whole.slice()
          holed[at] = NaN
          expect(bestArc(holed, whole.length, RULE).support).toBeLessThanOrEqual(
            bestArc(whole, whole.length, RULE).support + 1e-6,
          )
        },
      ),
    )
  })
})

describe('the search', () => {
  it.each([
    { normal: [0, 0, 1], halfAngleRad: 0.45, stretch: 1.08 },
    { normal: [0.48, 0.36, 0.8], halfAngleRad: 0.3, stretch: 1.08 },
    { normal: [-0.2, 0.4, Math.sqrt(1 - 0.04 - 0.16)], halfAngleRad: 0.6, stretch: 1.08 },
  ] satisfies SphereCircle[])('finds a drawn ring where it is (%#)', (truth) => {
    const line = drawnRing(truth)
    const found = findCircle({ rough: line, along: alongOf(line) }, SEARCH)
    const cosine = found.normal.reduce((sum, part, i) => sum + part * truth.normal[i]!, 0)
    expect(Math.acos(Math.min(1, cosine))).toBeLessThan(0.09)
    expect(Math.abs(found.halfAngleRad - truth.halfAngleRad)).toBeLessThan(0.09)
  })
})
