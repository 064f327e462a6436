import { softmax } from './softmax.ts'
import { GRADES, perGrade, type Grade, type PerGrade } from './types.ts'

/** A look whose egg was later opened or hatched. */
export interface ConfirmedLook {
  /** Log odds of the fitted model, before anything was learnt here. */
  logs: PerGrade
  truth: Grade
}

/** So many confirmed looks move the model half as far as they alone would. */
const AS_SURE_AS = 12
const STEPS = 300
const RATE = 0.05

/**
 * What this hatchery's own confirmed eggs say beyond the fitted model: one number to add to each grade's log odds.
 * The fitted model is not touched and nothing of it is forgotten: with few confirmed eggs the numbers stay near zero,
 * and they are found anew from all confirmed eggs each time (maximum posterior of a multinomial logistic model with
 * fixed slopes and a normal belief around zero).
 */
export function learnOffsets(confirmed: readonly ConfirmedLook[]): PerGrade {
  const offsets = perGrade(() => 0)
  if (confirmed.length === 0) return offsets
  for (let step = 0; step < STEPS; step++) {
    const slope = perGrade(() => 0)
    for (const { logs, truth } of confirmed) {
      const p = softmax(shifted(logs, offsets))
      for (const grade of GRADES) slope[grade] += (grade === truth ? 1 : 0) - p[grade]
    }
    for (const grade of GRADES)
      offsets[grade] +=
        RATE *
        ((slope[grade] - AS_SURE_AS * 0.25 * offsets[grade]) / (0.25 * (confirmed.length + AS_SURE_AS)))
  }
  return neverAgainstLife(offsets)
}

/**
 * Eggs are opened because they were taken for dead, so that what is confirmed says little of how many live. It may say
 * which kind of dud is the likelier, and that more live than was thought, but never make a living egg less likely
 * against any dud: the likeliest dud keeps its odds, the others and life are counted from there.
 */
function neverAgainstLife(offsets: PerGrade): PerGrade {
  const likeliestDud = Math.max(offsets.clear, offsets['blood-ring'], offsets.quitter)
  return perGrade((grade) =>
    grade === 'developing' ? Math.max(0, offsets[grade] - likeliestDud) : offsets[grade] - likeliestDud,
  )
}

export function shifted(logs: PerGrade, offsets: PerGrade): PerGrade {
  return perGrade((grade) => logs[grade] + offsets[grade])
}
