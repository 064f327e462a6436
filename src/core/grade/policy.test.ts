import { describe, expect, it } from 'vitest'
import { POLICIES } from './types.ts'
import { waitsByRule } from './policy.ts'

const sure = { developing: 0.001, clear: 0.001, 'blood-ring': 0.001, quitter: 0.997 }
const verdict = { grade: 'quitter', action: 'recheck', probabilities: sure, readable: true } as const

describe('a sure dud that is left in', () => {
  it('waits by the rule of its set', () => {
    expect(POLICIES.map((policy) => [policy, waitsByRule(verdict, policy)])).toEqual([
      ['first-sight', null],
      ['second-look', 'second-look'],
      ['hold', 'end-of-turning'],
    ])
  })
  it('is no matter of the rule where it comes out, where doubt or light keep it in, or where it lives', () => {
    for (const other of [
      { action: 'remove' },
      { readable: false },
      { grade: 'unsure' },
      { grade: 'developing', action: 'keep' },
      { probabilities: { ...sure, quitter: 0.8, clear: 0.198 } },
      { probabilities: { ...sure, quitter: 0.95, developing: 0.05 } },
    ] as const)
      expect(waitsByRule({ ...verdict, ...other }, 'second-look')).toBeNull()
  })
})
