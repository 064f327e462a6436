import { describe, expect, it } from 'vitest'
import { NEXT_PICTURES, nextPicture } from './next-picture.ts'
import type { PerGrade } from '../grade-names.ts'
import { sayNextPicture } from '../../words/candling.ts'

type Seen = Parameters<typeof nextPicture>[0]
const seen: Seen = {
  light: { medianRed: 0.3, emptyRed: 0.3, relativeNoise: 0.02, clippedShare: 0, lamp: 'blunt' },
  edgeSeenShare: 1,
  reasons: [],
}
const torn: PerGrade = { developing: 0.4, clear: 0.1, 'blood-ring': 0.35, quitter: 0.15 }
const early: PerGrade = { developing: 0.5, clear: 0.45, 'blood-ring': 0.03, quitter: 0.02 }
const unsure = (probabilities = torn) => ({ grade: 'unsure', probabilities }) as const

describe('what would decide', () => {
  it('is nothing where it is decided', () => {
    expect(nextPicture(seen, { grade: 'clear', probabilities: torn }, 0.5)).toBeNull()
  })

  it.each([
    ['whole-egg', { reasons: ['cut-by-picture'] }],
    ['step-back', { light: { ...seen.light, clippedShare: 0.5 } }],
    ['brighter', { light: { ...seen.light, emptyRed: 0.01 } }],
    ['hold-still', { light: { ...seen.light, relativeNoise: 0.12 } }],
    ['hold-still', { reasons: ['blurred'] }],
    ['uncover', { edgeSeenShare: 0.5 }],
    ['quarter-turn', {}],
  ] as const)('%s', (next, changes) => {
    expect(nextPicture({ ...seen, ...changes } as Seen, unsure(), 0.5)).toBe(next)
  })

  it('is time, early on, but not where it may be a ring', () => {
    expect(nextPicture(seen, unsure(early), 0.2)).toBe('wait')
    expect(nextPicture(seen, unsure(torn), 0.2)).toBe('quarter-turn')
  })

  it('is said in a sentence, with the days that the species needs', () => {
    for (const next of NEXT_PICTURES) expect(sayNextPicture(next, 21)).toMatch(/^[A-Z].*\.$/)
    expect(sayNextPicture('wait', 21)).toContain('in 2 days')
    expect(sayNextPicture('wait', 30)).toContain('in 3 days')
  })
})
