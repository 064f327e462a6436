import { describe, expect, it } from 'vitest'
import { learnFrom, NOTHING_LEARNT } from '../core/grade/learn.ts'
import { knownLooks } from './confirmed-looks.ts'
import { confirmedLooks } from './what-eggs-teach.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { Outcome } from '../contracts/records/egg-record.ts'

const at = '2026-03-22T08:00:00.000Z'

function withOutcome(found: Outcome, removedBy: string | null = null) {
  const records = sampleRecords()
  const removed =
    removedBy === null
      ? null
      : {
          at,
          why: 'graded' as const,
          grade: 'clear' as const,
          reason: '',
          againstPolicy: false,
          lookId: removedBy,
        }
  return {
    ...records,
    eggs: records.eggs.map((egg) => (egg.number === 1 ? { ...egg, outcome: { at, found }, removed } : egg)),
  }
}

describe('looks at eggs that are known', () => {
  it('are none before an egg was opened or hatched', () => {
    expect(knownLooks(sampleRecords())).toEqual([])
    expect(learnFrom(confirmedLooks(sampleRecords()))).toEqual(NOTHING_LEARNT)
  })

  it('are all looks at one that hatched or was never fertile', () => {
    expect(knownLooks(withOutcome('hatched'))).toMatchObject([
      { truth: 'developing', program: 'developing', candler: null, shell: 'white' },
    ])
    expect(knownLooks(withOutcome('clear'))).toMatchObject([{ truth: 'clear' }])
  })

  it('of one that died are only the look that took it out: nobody knows since when it was dead', () => {
    expect(knownLooks(withOutcome('quitter'))).toEqual([])
    expect(knownLooks(withOutcome('quitter', 'look-1'))).toMatchObject([{ truth: 'quitter' }])
  })

  it('teach from readable pictures only', () => {
    const records = withOutcome('hatched')
    expect(confirmedLooks(records)).toHaveLength(1)
    expect(
      confirmedLooks({
        ...records,
        looks: records.looks.map((look) => ({ ...look, verdict: { ...look.verdict, readable: false } })),
      }),
    ).toEqual([])
  })
})
