import { describe, expect, it } from 'vitest'
import type { PicturedLook } from '../contracts/records/look-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { figuresOf } from '../core/measure/by-hand.ts'
import { diagonal } from '../core/identity/form-reading.ts'
import { strangerInLook, strangersAt } from './whose-egg.ts'

const sample = sampleRecords()
const [look] = sample.looks
const [first] = sample.eggs
const eggs = ['a', 'b', 'c'].map((id) => ({ ...first!, id }))
const BREADTHS = { a: 0.7, b: 0.76, c: 0.82 } as const
const EVENINGS = ['2026-03-08T20:00:00Z', '2026-03-15T20:00:00Z', '2026-03-19T20:00:00Z'] as const

/** Of an egg that is really that one. */
function lookAt(eggId: string, evening: number, really: keyof typeof BREADTHS): PicturedLook {
  const outline = {
    ...look!.reading.outline,
    halfLengthPx: 100,
    halfBreadthPx: 100 * BREADTHS[really],
    taper: 0.12,
    bulge: 0,
  }
  return {
    ...look!,
    id: `${eggId}-${evening}`,
    eggId,
    takenAt: EVENINGS[evening]!,
    correction: null,
    replaced: false,
    reading: {
      ...look!.reading,
      outline,
      formCovariance: diagonal([0.003, 0.004, 0.006]),
      edgeSeenShare: 0.95,
      bluntEndProbability: 1,
      reasons: [],
    },
  }
}

const usual = eggs.flatMap(({ id }) =>
  [0, 1, 2].map((evening) => lookAt(id, evening, id as keyof typeof BREADTHS)),
)
const among =
  (looks: readonly PicturedLook[]) =>
  ({ id }: { id: string }) =>
    looks.filter(({ eggId }) => eggId === id).sort((x, y) => x.takenAt.localeCompare(y.takenAt))

describe('whose egg a look shows', () => {
  const exchanged = usual.map((one) =>
    one.id === 'a-1' ? lookAt('a', 1, 'b') : one.id === 'b-1' ? lookAt('b', 1, 'a') : one,
  )

  it('is its own where all fit', () => {
    for (const at of EVENINGS) expect(strangersAt(Date.parse(at), eggs, among(usual))).toEqual([])
  })

  it('is a mate’s where two were put back into each other’s place, at that candling alone', () => {
    const at = (evening: number): unknown[] =>
      strangersAt(Date.parse(EVENINGS[evening]!), eggs, among(exchanged)).map((one) => [
        one.id,
        one.exchangedWith,
      ])
    expect(at(0)).toEqual([])
    expect(at(1)).toEqual([
      ['a', 'b'],
      ['b', 'a'],
    ])
    expect(strangerInLook(lookAt('a', 1, 'b'), eggs, among(exchanged))?.exchangedWith).toBe('b')
    expect(strangerInLook(lookAt('c', 1, 'c'), eggs, among(exchanged))).toBeNull()
  })

  it('asks about the look itself, and not about one that followed within the hour', () => {
    const own = lookAt('a', 1, 'a')
    const later = { ...lookAt('a', 1, 'b'), id: 'later', takenAt: '2026-03-15T20:40:00Z' }
    const other = { ...lookAt('b', 1, 'a'), takenAt: '2026-03-15T20:41:00Z' }
    const looks = among([...usual.filter(({ id }) => id !== 'b-1'), later, other])
    expect(strangerInLook(own, eggs, looks)).toBeNull()
    expect(strangerInLook(later, eggs, looks)?.exchangedWith).toBe('b')
  })

  it('goes by the candler’s lines, and not by a picture that a later one took the place of', () => {
    const { outline } = lookAt('a', 1, 'a').reading
    const lines = { outline, cell: null, shadow: [], collar: null }
    const correction = { at: EVENINGS[1], lines, figures: figuresOf(lines) }
    const mended = exchanged.map((one) =>
      one.id === 'a-1' ? { ...one, correction } : one.id === 'b-1' ? { ...one, replaced: true } : one,
    )
    expect(strangersAt(Date.parse(EVENINGS[1]), eggs, among(mended))).toEqual([])
  })
})
