import type { GradingModel } from '../../src/core/grade/softmax.ts'
import { GRADES } from '../../src/core/grade-names.ts'
import { type UnreadableCode } from '../../src/core/grade/types.ts'
import { fitOn, byOthers } from './fit.ts'
import { AGE_COUNTED_IN, byKind, graded, type Kept } from './kept.ts'

/** What a rule of readability refuses on a kind of picture that took no part in the fit. */
export interface RuleCost {
  kind: string
  rule: UnreadableCode
  /** Of the readable pictures, how many; and how often the best guess on those was right. */
  refused: number
  readable: number
  guessedRight: number
  /** Of the pictures that nobody could read. */
  refusedUnreadable: number
  unreadable: number
}

/** Of each hand-set rule, what it costs and what it saves, on each kind by a fit on the others. */
export function ruleCosts(kept: readonly Kept[]): RuleCost[] {
  const kinds = byKind(kept)
  return [...kinds].flatMap(([kind, lessons]) => {
    const strange = byOthers(kinds, kind)
    if (strange.size === 0) return []
    const model: GradingModel = { ...fitOn(strange), version: 'tried', networkByAge: AGE_COUNTED_IN }
    const said = lessons
      .filter(({ seen }) => seen)
      .map((lesson) => ({ truth: lesson.truth, verdict: graded(lesson, model, 'strange') }))
    const rules = [...new Set(said.flatMap(({ verdict }) => verdict.unreadable))].sort()
    return rules.map((rule) => {
      const refused = said.filter(({ verdict }) => verdict.unreadable.includes(rule))
      const ours = refused.filter(({ truth }) => truth.readable)
      return {
        kind,
        rule,
        refused: ours.length,
        readable: said.filter(({ truth }) => truth.readable).length,
        guessedRight: ours.filter(
          ({ truth, verdict: { probabilities: p } }) =>
            GRADES.reduce((a, b) => (p[b] > p[a] ? b : a)) === truth.grade,
        ).length,
        refusedUnreadable: refused.length - ours.length,
        unreadable: said.filter(({ truth }) => !truth.readable).length,
      }
    })
  })
}

export function sayRules(costs: readonly RuleCost[]): string {
  return [
    'What each rule of readability refuses on kinds left out: of the readable (best guess right) | of the others',
    ...costs.map(
      ({ kind, rule, refused, readable, guessedRight, refusedUnreadable, unreadable }) =>
        `${kind.padEnd(12)}${rule.padEnd(24)}${`${refused} of ${readable}`.padStart(12)}${`(${guessedRight})`.padStart(7)} | ${refusedUnreadable} of ${unreadable}`,
    ),
  ].join('\n')
}
