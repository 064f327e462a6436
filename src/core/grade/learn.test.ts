import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { batchStage } from './batch.ts'
import { livingShadow } from './expected.ts'
import { withEarlier } from './history.ts'
import { together, EVIDENCE_SOURCES, type EvidenceSource } from './evidence.ts'
import { learnFrom, NOTHING_LEARNT, withLearnt, type ConfirmedLook } from './learn.ts'
import { wilsonInterval } from '../statistics/share.ts'
import { rightnessBy, stageBand, type KnownLook } from './rightness.ts'
import { softmax } from './softmax.ts'
import { GRADES, type PerGrade } from '../grade-names.ts'

const sure = (grade: keyof PerGrade, p = 0.97): PerGrade => ({
  developing: (1 - p) / 3,
  clear: (1 - p) / 3,
  'blood-ring': (1 - p) / 3,
  quitter: (1 - p) / 3,
  [grade]: p,
})

describe('the batch’s own age', () => {
  it('is the calendar’s without mates, and moves toward the mates the more there are', () => {
    const late = livingShadow(0.46).middle
    expect(batchStage(0.5, [late, late, late])).toBe(0.5)
    const [few, many] = [4, 40].map((n) =>
      batchStage(
        0.5,
        Array.from({ length: n }, () => late),
      ),
    )
    expect(few).toBeCloseTo(0.48, 6)
    expect(many).toBeGreaterThan(0.46)
    expect(many).toBeLessThan(0.465)
  })

  it('is not moved by one odd mate, nor far by any', () => {
    const usual = livingShadow(0.5).middle
    expect(batchStage(0.5, [usual, usual, usual, usual, 0])).toBeCloseTo(0.5, 6)
    expect(
      batchStage(
        0.3,
        Array.from({ length: 50 }, () => 0.85),
      ),
    ).toBeLessThan(0.36)
  })
})

describe('earlier looks', () => {
  const earlier = (grade: 'developing' | 'clear', ageDays = 7) => [
    { ageDays, grade, probabilities: sure(grade) },
  ]

  it('make a doubtful clear egg surer when it was clear before, and one that lived before less so', () => {
    const now = { developing: 0.1, clear: 0.6, 'blood-ring': 0.15, quitter: 0.15 }
    expect(withEarlier(now, 10, earlier('clear')).clear).toBeGreaterThan(0.75)
    expect(withEarlier(now, 10, earlier('developing')).clear).toBeLessThan(0.45)
  })

  it('never lift the dead to life with certainty, nor drop a living egg: probabilities stay between', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { minLength: 4, maxLength: 4 }),
        (raw) => {
          const total = raw.reduce((a, b) => a + b, 0)
          const now = Object.fromEntries(GRADES.map((grade, i) => [grade, raw[i]! / total])) as PerGrade
          const then = withEarlier(now, 12, earlier('clear'))
          expect(GRADES.reduce((sum, grade) => sum + then[grade], 0)).toBeCloseTo(1, 9)
          // At most one order of magnitude in the odds, whatever the earlier look said.
          expect(then.developing / then.clear).toBeGreaterThan(0.09 * (now.developing / now.clear))
        },
      ),
    )
  })

  it('of the same evening do not count', () => {
    expect(withEarlier(sure('quitter'), 7.1, earlier('developing'))).toEqual(sure('quitter'))
  })
})

describe('learning from opened and hatched eggs', () => {
  const even = { developing: 0, clear: 0, 'blood-ring': 0, quitter: 0 }
  const silent = { shadow: even, vessels: even, ring: even, network: even }
  /** A look of which all that is known speaks with one source, or with none. */
  const look = (truth: ConfirmedLook['truth'], logs: PerGrade, source?: EvidenceSource): ConfirmedLook => ({
    truth,
    bySource: source ? { ...silent, [source]: logs } : silent,
    rest: source ? even : logs,
  })
  const after = (logs: PerGrade, opened: ConfirmedLook[]): PerGrade =>
    softmax(withLearnt(look('clear', logs), learnFrom(opened)))

  it('changes nothing without any, and little with one', () => {
    expect(learnFrom([])).toEqual(NOTHING_LEARNT)
    const one = learnFrom([look('clear', even)])
    expect(Math.abs(one.offsets.clear)).toBeLessThan(0.3)
    for (const source of EVIDENCE_SOURCES) expect(one.trust[source]).toBeCloseTo(1, 6)
  })

  it('learns what a hatchery has more of than the model believes', () => {
    const p = after(
      even,
      Array.from({ length: 200 }, (_, i) => look(i % 5 === 0 ? 'quitter' : 'clear', even)),
    )
    expect(p.clear / p.quitter).toBeGreaterThan(3)
    expect(p.clear / p.quitter).toBeLessThan(5)
    expect(p['blood-ring']).toBeLessThan(p.quitter)
  })

  it('trusts a sign less where it was wrong, and another no otherwise', () => {
    // On these shells what looks like a ring is none in two of three; shadows are as right as everywhere.
    const rings = Array.from({ length: 90 }, (_, i) =>
      look(i % 3 === 0 ? 'blood-ring' : 'clear', { ...even, 'blood-ring': i % 2 === 0 ? 3 : -3 }, 'ring'),
    )
    const shadows = Array.from({ length: 90 }, (_, i) =>
      look(i % 2 === 0 ? 'quitter' : 'clear', { ...even, quitter: i % 2 === 0 ? 3 : -3 }, 'shadow'),
    )
    const { trust } = learnFrom([...rings, ...shadows])
    expect(trust.ring).toBeLessThan(0.6)
    expect(trust.shadow).toBeGreaterThan(0.9)
    expect(trust.vessels).toBeCloseTo(1, 6)
  })

  it('never makes a living egg less likely, whatever was opened', () => {
    const grade = fc.constantFrom('clear' as const, 'blood-ring' as const, 'quitter' as const)
    const log = fc.double({ min: -25, max: 25, noNaN: true })
    const logs = fc.record({ developing: log, clear: log, 'blood-ring': log, quitter: log })
    const bySource = fc.record({ shadow: logs, vessels: logs, ring: logs, network: logs })
    const evidence = { bySource, rest: logs }
    fc.assert(
      fc.property(
        fc.array(fc.record({ truth: grade, ...evidence }), { minLength: 1, maxLength: 60 }),
        fc.record(evidence),
        (opened, egg) => {
          expect(softmax(withLearnt(egg, learnFrom(opened))).developing).toBeGreaterThanOrEqual(
            softmax(together(egg)).developing - 1e-9,
          )
        },
      ),
      { numRuns: 40 },
    )
  })

  it('believes more in life where more eggs live than it thought', () => {
    const living = Array.from({ length: 60 }, () => look('developing', even))
    expect(after(even, living).developing).toBeGreaterThan(0.6)
  })

  it('does not unlearn what the picture says', () => {
    const opened = Array.from({ length: 30 }, () => look('clear', { ...even, clear: 2 }))
    expect(after({ ...even, developing: 8 }, opened).developing).toBeGreaterThan(0.97)
  })
})

describe('how often who was right', () => {
  const known = (
    truth: KnownLook['truth'],
    program: KnownLook['program'],
    candler: KnownLook['candler'],
    stage = 0.4,
  ): KnownLook => ({ truth, program, candler, stage, shell: 'white' })

  it('counts decided looks of each', () => {
    const looks = [
      known('clear', 'clear', 'clear'),
      known('clear', 'unsure', 'quitter'),
      known('quitter', 'clear', null, 0.8),
    ]
    expect(rightnessBy(looks, (item) => item.truth)).toEqual([
      { name: 'clear', looks: 2, program: { right: 1, decided: 1 }, candler: { right: 1, decided: 2 } },
      { name: 'quitter', looks: 1, program: { right: 0, decided: 1 }, candler: { right: 0, decided: 0 } },
    ])
    expect(rightnessBy(looks, (item) => stageBand(item.stage)).map((row) => row.name)).toEqual([
      'last third',
      'second third',
    ])
  })

  it('says how little few looks prove', () => {
    expect(wilsonInterval(0, 0)).toBeNull()
    const few = wilsonInterval(3, 3)!
    expect(few.low).toBeLessThan(0.5)
    expect(few.high).toBe(1)
    const many = wilsonInterval(300, 300)!
    expect(many.low).toBeGreaterThan(0.98)
  })
})
