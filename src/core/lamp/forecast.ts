import { usualTimetable } from '../planning/incubation/timetable.ts'
import type { SpeciesName } from '../species/species.ts'
import { SIGNS, type LampScene, type Sign, type Trial } from './trial.ts'
import { seenFrom } from './seen-from.ts'

/** Stages at which eggs are drawn, and how many at each. */
const BODY_STAGES = [0.12, 0.15, 0.18, 0.21, 0.25, 0.29, 0.34, 0.4, 0.48, 0.58, 0.7] as const
const RING_STAGES = [0.24, 0.3, 0.38, 0.48] as const
const EGGS_EACH = 3

/** An egg that is to be drawn. */
export interface TrialPlan {
  scene: LampScene
  sign: Exclude<Sign, 'cell'>
  stage: number
  seed: string
}

/**
 * The eggs that are drawn to say from when a body and the air cell are seen, and the ring where it is asked for.
 * @param upTo - the last stage that matters
 */
export function trialsFor(
  scene: LampScene,
  { ring, upTo = 1 }: { ring: boolean; upTo?: number },
): TrialPlan[] {
  const each = (sign: TrialPlan['sign'], stages: readonly number[]): TrialPlan[] =>
    stages.flatMap((stage) =>
      Array.from({ length: EGGS_EACH }, (_, i) => ({ scene, sign, stage, seed: `${sign}/${stage}/${i}` })),
    )
  return [
    ...each(
      'body',
      BODY_STAGES.filter((stage, i) => stage <= upTo || i < 3),
    ),
    ...(ring ? each('ring', RING_STAGES) : []),
  ]
}

/** Day on which eggs of no set hatch, as a rule. */
export function hatchDay(species: SpeciesName): number {
  return usualTimetable(species).incubationDays
}

/** Days of incubation from which a sign is seen; null where it is not. */
export type SeenDays = Readonly<Record<Sign, number | null>>

/** @param trials - what was seen, in the order of the plans */
export function seenDays(plans: readonly TrialPlan[], trials: readonly Trial[]): SeenDays {
  const incubationDays = hatchDay(plans[0]!.scene.species)
  const days = (sign: Sign): number | null => {
    const eggs = trials.flatMap((trial, i) =>
      plans[i]!.sign === (sign === 'ring' ? 'ring' : 'body')
        ? [{ stage: trial.stage, seen: sign === 'cell' ? trial.cell : trial.graded }]
        : [],
    )
    const stage = eggs.length > 0 ? seenFrom(eggs) : null
    return stage === null ? null : stage * incubationDays
  }
  const [body, ring, cell] = SIGNS.map(days)
  return { body: body!, ring: ring!, cell: cell! }
}
