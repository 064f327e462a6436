import { describe, expect, it } from 'vitest'
import { DAY_MS } from '../time/durations.ts'
import { createRandom } from '../random/random.ts'
import { classTray } from './class-tray.ts'
import { CONFUSIONS, costOf, isRight, type Answer, type Confusion } from './confusions.ts'
import { eggCard } from './egg-card.ts'
import { costUnder, rulesFor } from './rules.ts'
import { knownFrom, nextConfusion } from './schedule.ts'
import { calibration, cohenKappa, confusionMatrix, standingOf } from './standing.ts'

const answer = (truth: Answer['truth'], said: Answer['said'], sure: Answer['sure'] = 'sure'): Answer => ({
  confusion: 'plain',
  truth,
  said,
  sure,
  atMs: 0,
})
const times = (count: number, one: Answer): Answer[] => Array<Answer>(count).fill(one)

describe('agreement', () => {
  it('is as in the published example of 100 subjects, with its standard error', () => {
    // Fleiss, Levin & Paik (2003), Statistical Methods for Rates and Proportions, table 18.1: kappa 0.68, s.e. 0.087.
    const { kappa, low, high } = cohenKappa([
      [75, 1, 4],
      [5, 4, 1],
      [0, 0, 10],
    ])!
    expect(kappa).toBeCloseTo(0.68, 2)
    expect(Math.abs((high - low) / 2 / 1.96 - 0.087)).toBeLessThan(0.001)
  })
  it('is one when all agree, none by chance, and unknown where nothing can disagree', () => {
    expect(cohenKappa([[5, 0], [0, 5]])!.kappa).toBe(1) // prettier-ignore
    expect(cohenKappa([[5, 5], [5, 5]])!.kappa).toBeCloseTo(0) // prettier-ignore
    expect(cohenKappa([[5, 0], [0, 0]])).toBeNull() // prettier-ignore
    expect(cohenKappa([[0, 0], [0, 0]])).toBeNull() // prettier-ignore
  })
})

describe('where somebody stands', () => {
  const answers = [
    ...times(6, answer('developing', 'developing', 'sure')),
    ...times(2, answer('developing', 'clear', 'sure')),
    ...times(1, answer('developing', 'unsure', 'guess')),
    ...times(3, answer('clear', 'clear', 'guess')),
    ...times(1, answer('clear', 'developing', 'guess')),
    ...times(2, answer('quitter', 'blood-ring', 'rather')),
  ]
  it('is counted as by hand', () => {
    const standing = standingOf(answers)
    expect(standing).toMatchObject({
      answers: 15,
      right: { count: 9, of: 15 },
      livingRemoved: { count: 2, of: 9 },
    })
    expect(confusionMatrix(answers).developing).toEqual({
      developing: 6,
      clear: 2,
      'blood-ring': 0,
      quitter: 0,
      unsure: 1,
    })
    // Two living eggs lost, one dead one left in at a tenth, one wait on a living one: 2.11 of 15.
    expect(standing.costPer100).toBeCloseTo((100 * (2 + 0.1 + 0.01)) / 15, 10)
  })
  it('knows how far sureness is to be trusted', () => {
    const { bySureness, brier } = calibration(answers)
    expect(bySureness).toMatchObject({
      sure: { count: 6, of: 8 },
      rather: { count: 0, of: 2 },
      guess: { count: 3, of: 4 },
    })
    // 6 · 0.05² + 2 · 0.95² + 3 · 0.5² + 0.5² + 2 · 0.75², of 14; who was not sure bet nothing.
    expect(brier).toBeCloseTo((6 * 0.0025 + 2 * 0.9025 + 4 * 0.25 + 2 * 0.5625) / 14, 12)
  })
  it('of nothing is nothing', () => {
    expect(standingOf([])).toMatchObject({ right: null, kappa: null, costPer100: null, livingRemoved: null })
  })
})

describe('the rule that suits one', () => {
  it('lets nothing out by a guess where only sure words count', () => {
    expect(costUnder('sure-only', answer('developing', 'clear', 'rather'))).toMatchObject({ what: 'waited' })
    expect(costUnder('sure-only', answer('developing', 'clear', 'sure')).what).toBe('living-removed')
    expect(costUnder('hold', answer('developing', 'clear', 'sure')).what).toBe('waited')
    expect(costUnder('hold', answer('clear', 'clear', 'sure')).what).toBe('dead-left')
    expect(costUnder('hold', answer('blood-ring', 'blood-ring', 'sure')).what).toBe('nothing')
  })
  it('is the cheapest by hand-worked figures, and none before twenty answers', () => {
    const hasty = [
      ...times(10, answer('developing', 'developing')),
      ...times(2, answer('developing', 'clear', 'rather')),
      ...times(8, answer('clear', 'clear', 'sure')),
    ]
    expect(rulesFor(hasty.slice(1))).toBeNull()
    // At first sight two living eggs of twenty; sure ones only: two waits at 0.01; held: eight at 0.1 more.
    expect(rulesFor(hasty)!.map(({ rule, costPer100 }) => [rule, Number(costPer100.toFixed(6))])).toEqual([
      ['sure-only', 0.1],
      ['hold', 4.1],
      ['first-sight', 10],
    ])
    expect(rulesFor(hasty)![2]!.livingRemoved).toMatchObject({ count: 2, of: 12 })
  })
  it('is the more careful one where both cost the same', () => {
    const perfect = times(20, answer('developing', 'developing'))
    expect(rulesFor(perfect)!.map(({ rule }) => rule)).toEqual(['hold', 'sure-only', 'first-sight'])
  })
})

it('which kind of dead it was costs nothing; a living egg costs most', () => {
  expect(costOf(answer('quitter', 'blood-ring'))).toEqual({ cost: 0, what: 'nothing' })
  expect(costOf(answer('developing', 'quitter')).cost).toBeGreaterThan(
    9 * costOf(answer('quitter', 'developing')).cost,
  )
  expect(costOf(answer('clear', 'unsure')).cost).toBeLessThan(costOf(answer('clear', 'developing')).cost)
})

/** One who mistakes one kind for another three times of four, and is seldom wrong otherwise. */
function learner(seed: string, weak: Confusion, cards: number): Answer[] {
  const random = createRandom(`learner/${seed}`)
  const answers: Answer[] = []
  for (let i = 0; i < cards; i++) {
    const atMs = 1_700_000_000_000 + i * 15_000
    const { confusion } = nextConfusion(knownFrom(answers, atMs))
    const isWrong = random.uniform() < (confusion === weak ? 0.75 : 0.08)
    answers.push({
      confusion,
      truth: 'developing',
      said: isWrong ? 'clear' : 'developing',
      sure: 'rather',
      atMs,
    })
  }
  return answers
}

describe('what comes next', () => {
  it('begins with each confusion once, and is the same for the same answers', () => {
    const answers = learner('a', 'plain', 5)
    expect(new Set(answers.map(({ confusion }) => confusion))).toEqual(new Set(CONFUSIONS))
    expect(learner('a', 'plain', 12)).toEqual(learner('a', 'plain', 12))
  })
  it.each(CONFUSIONS)('is more of what one mistakes, %s, within 20 cards in 95 of 100 seeds', (weak) => {
    const more = Array.from({ length: 100 }, (_, seed) => learner(`${weak}/${seed}`, weak, 20)).filter(
      (answers) =>
        answers.filter(({ confusion }) => confusion === weak).length > answers.length / CONFUSIONS.length,
    )
    expect(more.length).toBeGreaterThanOrEqual(95)
  })
  it.each(CONFUSIONS)(
    'of sixty cards gives %s between a quarter and three fifths, and every other its five',
    (weak) => {
      for (let seed = 0; seed < 20; seed++) {
        const answers = learner(`even/${weak}/${seed}`, weak, 60)
        const seen = CONFUSIONS.map((one) => answers.filter(({ confusion }) => confusion === one).length)
        expect(seen[CONFUSIONS.indexOf(weak)]!).toBeGreaterThanOrEqual(15)
        expect(seen[CONFUSIONS.indexOf(weak)]!).toBeLessThanOrEqual(36)
        expect(Math.min(...seen)).toBeGreaterThanOrEqual(5)
      }
    },
  )
  it('gets harder with each right answer and easier with each wrong one', () => {
    const hardness = (said: Answer['said'], many: number): number =>
      knownFrom(times(many, answer('developing', said)), 1000).find(({ confusion }) => confusion === 'plain')!
        .hardness
    expect(hardness('developing', 3)).toBeGreaterThan(hardness('developing', 1))
    expect(hardness('clear', 1)).toBe(0)
    expect(hardness('developing', 20)).toBe(1)
  })
  it('fades when nobody practises', () => {
    const known = (days: number) =>
      knownFrom(times(6, answer('developing', 'developing')), days * DAY_MS).find(
        ({ confusion }) => confusion === 'plain',
      )!
    expect(known(60).recall).toBeLessThan(known(1).recall)
    expect(known(0).dueMs).toBeGreaterThan(0)
  })
})

describe('a card', () => {
  it.each(CONFUSIONS)('of %s is the same for the same seed, and shows both sides', (confusion) => {
    const card = (seed: string) =>
      eggCard({ seed, confusion, hardness: 0.5, species: 'chicken', shell: 'white' })
    expect(card('x')).toEqual(card('x'))
    const truths = new Set(Array.from({ length: 40 }, (_, i) => card(`card-${i}`).truth))
    expect(truths.size).toBeGreaterThanOrEqual(2)
    expect(truths).toContain('developing')
  })
  it('is right or wrong by its grade alone', () => {
    expect([isRight(answer('clear', 'clear')), isRight(answer('clear', 'unsure'))]).toEqual([true, false])
  })
})

describe('a tray for a class', () => {
  const kind = { species: 'chicken', shell: 'white', ageDays: 10 } as const
  it('is the same for the same word, and another for another', () => {
    expect(classTray('lamp house', kind)).toEqual(classTray('lamp house', kind))
    const truths = (word: string): string =>
      classTray(word, kind)
        .map(({ truth }) => truth)
        .join()
    expect(new Set(['a', 'b', 'c', 'd'].map(truths)).size).toBeGreaterThan(1)
  })
  it('holds mostly living eggs and some of each that is not', () => {
    const counts = new Map<string, number>()
    for (const { truth } of classTray('shore', kind)) counts.set(truth, (counts.get(truth) ?? 0) + 1)
    expect(counts.get('developing')).toBe(7)
    expect(counts.get('clear')).toBe(2)
    expect(counts.get('blood-ring')! + (counts.get('quitter') ?? 0)).toBe(3)
  })
})
