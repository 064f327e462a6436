import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { poolPictures } from './pool-pictures.ts'
import { GRADES, perGrade, type PerGrade } from '../grade-names.ts'

const share = fc.double({ min: 0, max: 1, noNaN: true })
const anything = fc
  .tuple(share, share, share, share)
  .filter((shares) => shares.some((value) => value > 0.01))
  .map((shares): PerGrade => {
    const total = shares.reduce((sum, value) => sum + value, 0)
    return perGrade((grade) => shares[GRADES.indexOf(grade)]! / total)
  })
const best = (of: PerGrade) => GRADES.reduce((a, b) => (of[b] > of[a] ? b : a))

describe('two pictures of one egg', () => {
  it('give probabilities, the same whichever came first', () => {
    fc.assert(
      fc.property(anything, anything, (a, b) => {
        const both = poolPictures(a, b)
        expect(GRADES.reduce((sum, grade) => sum + both[grade], 0)).toBeCloseTo(1, 9)
        for (const grade of GRADES) expect(both[grade]).toBeCloseTo(poolPictures(b, a)[grade], 9)
      }),
    )
  })

  it('that lean the same way are surer together, and that contradict each other are not', () => {
    const lean: PerGrade = { developing: 0.5, clear: 0.3, 'blood-ring': 0.1, quitter: 0.1 }
    const other: PerGrade = { developing: 0.3, clear: 0.1, 'blood-ring': 0.5, quitter: 0.1 }
    expect(poolPictures(lean, lean).developing).toBeGreaterThan(lean.developing)
    expect(Math.max(...Object.values(poolPictures(lean, other)))).toBeLessThan(0.55)
  })

  it('of which one shows nothing say what the other says', () => {
    const nothing = perGrade(() => 0.25)
    fc.assert(
      fc.property(anything, (one) => {
        const most = Math.max(...GRADES.map((grade) => one[grade]))
        // Of two that are alike to the last digits either may come first.
        if (most > 0.4) expect(one[best(poolPictures(one, nothing))]).toBeCloseTo(most, 9)
      }),
    )
  })
})
