import { describe, expect, it } from 'vitest'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { Practised } from '../contracts/records/practice-record.ts'
import { knownCards, nextKnownCard } from './known-cards.ts'

const at = '2026-03-22T08:00:00.000Z'
const records = (() => {
  const own = sampleRecords()
  return {
    ...own,
    eggs: own.eggs.map((egg) =>
      egg.number === 1 ? { ...egg, outcome: { at, found: 'hatched' as const } } : egg,
    ),
  }
})()
const metOnce = (lookId: string): Practised => ({
  id: `met-${lookId}`,
  at,
  sitting: 'one',
  card: { seed: 's', confusion: 'plain', hardness: 0, species: 'chicken', shell: 'white', lookId },
  truth: 'developing',
  said: 'clear',
  sure: 'guess',
  program: null,
  cell: null,
  seconds: 1,
})

describe('own photographs to practise on', () => {
  it('are those whose egg is known', () => {
    expect(knownCards(sampleRecords())).toEqual([])
    const [card] = knownCards(records)
    expect(card).toMatchObject({ truth: 'developing', shell: 'white' })
    expect(card!.hardness).toBeCloseTo(1 - card!.look.verdict.probabilities.developing)
  })
  it('come by kind of confusion, those met least first, the same for the same seed', () => {
    const [one] = knownCards(records)
    const cards = ['a', 'b', 'c'].map((id) => ({ ...one!, look: { ...one!.look, id } }))
    const { confusion } = one!
    const next = (seed: string, practised: Practised[]) =>
      nextKnownCard(cards, { confusion, seed, practised })?.look.id
    expect(next('s', [metOnce('a'), metOnce('c')])).toBe('b')
    expect(next('s', [])).toBe(next('s', []))
    expect(new Set(['p', 'q', 'r', 's', 't', 'u'].map((seed) => next(seed, []))).size).toBeGreaterThan(1)
    expect(nextKnownCard(cards, { confusion: 'plain', seed: 's', practised: [] })).toBeNull()
  })
})
