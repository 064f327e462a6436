import { wanted } from '../wanted.ts'

/** At a stage, an egg whose sign was seen or was not. */
export interface Seen {
  /** Fraction of incubation. */
  stage: number
  seen: boolean
}

/** A lamp shows a sign from where so many of ten eggs show it. */
const ENOUGH = 0.7
/** Steepness with which signs come into sight, per natural logarithm of the stage. */
const STEEPNESS = { least: 4, most: 40, step: 2 } as const
const STAGES = { least: 0.1, most: 0.9, step: 0.005 } as const
/** Before this stage none shows, from it on every one: what is believed before any egg, worth half an egg each. */
const BELIEF: readonly Seen[] = [
  { stage: 0.08, seen: false },
  { stage: 0.95, seen: true },
]
const BELIEF_WEIGHT = 0.5

/**
 * From which stage on at least seven eggs of ten show a sign: logistic regression over the logarithm of the stage, on a
 * grid, so that a few eggs that are the other way round do not decide.
 * @returns the stage; null where not even eggs near the hatch show it
 * @throws RangeError without any egg
 */
export function seenFrom(eggs: readonly Seen[]): number | null {
  wanted('eggs', eggs.length, [1, Infinity])
  let best = { logLikelihood: -Infinity, stage: Infinity }
  const oldest = Math.max(...eggs.map(({ stage }) => stage))
  for (let middle = STAGES.least; middle <= 1.2; middle += STAGES.step)
    for (let steepness = STEEPNESS.least; steepness <= STEEPNESS.most; steepness += STEEPNESS.step) {
      const one = ({ stage, seen }: Seen): number => {
        const odds = steepness * Math.log(stage / middle)
        return -Math.log1p(Math.exp(seen ? -odds : odds))
      }
      const logLikelihood =
        eggs.reduce((sum, egg) => sum + one(egg), 0) +
        BELIEF.reduce((sum, egg) => sum + BELIEF_WEIGHT * one(egg), 0)
      if (logLikelihood > best.logLikelihood)
        best = { logLikelihood, stage: middle * Math.exp(Math.log(ENOUGH / (1 - ENOUGH)) / steepness) }
    }
  // Before the youngest egg that was looked at, and beyond the oldest, nothing is known.
  const youngest = Math.min(...eggs.map(({ stage }) => stage))
  return best.stage <= oldest ? Math.max(youngest, best.stage) : null
}
