import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import type { GradeRecord } from '../../src/contracts/files/grade-record.ts'
import { GRADES } from '../../src/core/grade-names.ts'
import { cases } from '../../src/testing/cases.ts'
import { readOne, type Truth } from './line.ts'

const FIXTURES = new URL('../../fixtures/photos/', import.meta.url)
/** Every so many of the sample photographs. */
const EVERY = cases(24, 24, 6)
/** A probability from which on a grade is decided. */
const DECIDED = 0.9

type Photo = ReturnType<typeof sharp>
/** What happens to a photograph between a camera and here, none of which changes the egg. */
const WAYS: Readonly<Record<string, (photo: Photo, widthPx: number) => Photo>> = {
  'made smaller': (photo, widthPx) => photo.resize(Math.round(widthPx / 2)).jpeg({ quality: 90 }),
  'squeezed again': (photo) => photo.jpeg({ quality: 60 }),
  turned: (photo) => photo.rotate(90).jpeg({ quality: 95 }),
  mirrored: (photo) => photo.flop().jpeg({ quality: 95 }),
  // A third of a stop in light is about a tenth in the file's own scale.
  'a little darker': (photo) => photo.linear(0.9, 0).jpeg({ quality: 95 }),
}

interface Pair {
  before: GradeRecord
  after: GradeRecord
}
const pairs = new Map<string, Pair[]>()
const best = ({ probabilities }: GradeRecord) =>
  GRADES.reduce((a, b) => (probabilities[b] > probabilities[a] ? b : a))

beforeAll(async () => {
  const truths = JSON.parse(readFileSync(new URL('truth.json', FIXTURES), 'utf8')) as Truth[]
  for (const truth of truths.filter((_, i) => i % EVERY === 1)) {
    const photo = readFileSync(new URL(truth.file, FIXTURES))
    const { record: before } = await readOne(photo, truth.file, truth)
    const { width } = await sharp(photo).metadata()
    for (const [name, way] of Object.entries(WAYS)) {
      const changed = await way(sharp(photo), width).toBuffer()
      const { record: after } = await readOne(changed, truth.file, truth)
      pairs.set(name, [...(pairs.get(name) ?? []), { before, after }])
    }
  }
})

describe.each(Object.keys(WAYS))('a photograph that is %s', (name) => {
  it('is graded as before', () => {
    const moved = pairs
      .get(name)!
      .map(({ before, after }) =>
        Math.abs(before.probabilities[best(before)] - after.probabilities[best(before)]),
      )
      .sort((a, b) => a - b)
    expect(moved[moved.length >> 1]).toBeLessThan(0.05)
  })

  it('never gets another grade where one was decided', () => {
    for (const { before, after } of pairs.get(name)!)
      if (before.probabilities[best(before)] >= DECIDED)
        expect([before.grade, 'unsure']).toContain(after.grade)
  })
})
