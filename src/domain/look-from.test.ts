import { describe, expect, it } from 'vitest'
import { lookRecordSchema, type PicturedLook } from '../contracts/records/look-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { readingOf, noShapes } from '../core/measure/reading.ts'
import { NOTHING_LEARNT } from '../core/grade/learn.ts'
import { lookFrom, verdictOf } from './look-from.ts'
import { timelineOf } from './timeline.ts'

/** An egg of which nobody told the hen. */
const UNKNOWN_HEN = { batchId: null, shell: null, breed: null }

const sample = sampleRecords()
const set = sample.sets[0]!
const plain = { ...set, trays: [], temperatures: [] }
const timeline = timelineOf(plain, sample.hatchery)
const egg = sample.eggs[0]!
const [before] = sample.looks
const reading = readingOf(before!.reading, noShapes(before!.reading.outline))
const undecided: PicturedLook = {
  ...before!,
  verdict: {
    ...before!.verdict,
    grade: 'unsure',
    probabilities: { developing: 0.05, clear: 0.05, 'blood-ring': 0.45, quitter: 0.45 },
  },
}

function lookAfter(ms: number, replaces: PicturedLook | null): PicturedLook {
  const takenAt = new Date(Date.parse(before!.takenAt) + ms).toISOString()
  let last = 0
  return lookFrom(
    {
      set: plain,
      timeline,
      egg,
      earlier: [],
      measured: { widthPx: 800, heightPx: 600 },
      reading,
      photoType: 'image/jpeg',
      takenAt,
      source: 'camera',
      replaces,
    },
    () => `new-${++last}`,
  )
}

describe('a second picture of the same egg', () => {
  it('within minutes is weighed together with one that did not decide, and says so', () => {
    const alone = lookAfter(40_000, null)
    const both = lookAfter(40_000, undecided)
    expect(both.twin).toEqual(undecided.verdict.probabilities)
    expect(both.verdict.probabilities['blood-ring']).toBeGreaterThan(
      alone.verdict.probabilities['blood-ring'],
    )
    expect(both.verdict.reasons.some(({ code }) => code === 'two-pictures')).toBe(true)
    expect(lookRecordSchema.parse(both)).toEqual(both)
  })

  it('is graded the same again later, though the first is no longer shown', () => {
    const both = lookAfter(40_000, undecided)
    const again = verdictOf(both, {
      set: plain,
      egg: UNKNOWN_HEN,
      timeline,
      earlier: [],
      learnt: NOTHING_LEARNT,
    })
    expect(again.probabilities).toEqual(both.verdict.probabilities)
  })

  it.each([
    ['one that decided', before!, 40_000],
    ['one of another quarter of an hour', undecided, 900_000],
    ['one that is said to come later', undecided, -40_000],
    ['none', null, 40_000],
  ] as const)('stands alone beside %s', (_, replaces, ms) => {
    expect(lookAfter(ms, replaces).twin).toBeNull()
  })

  it('of a book of before this was kept has none', () => {
    const { twin: _, ...old } = before!
    expect(lookRecordSchema.parse(old)).toMatchObject({ twin: null })
  })
})
