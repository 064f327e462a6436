import { wantedPositive } from '../wanted.ts'

/** The latest of these that is seen tells how far the embryo had come. */
export const OPENED_SIGNS = [
  'blood-islands',
  'eye-point',
  'limb-buds',
  'toes',
  'feather-germs',
  'down',
  'fills-egg',
  'yolk-half',
  'yolk-in',
] as const
export type OpenedSign = (typeof OPENED_SIGNS)[number]

/** What lies in an egg that is opened, by how far it had come: to tell the day it died. */
export interface OpenedStage {
  /** Fraction of incubation. */
  stage: number
  sign: OpenedSign
}

/** Of the hen's 21 days; other birds by the same fraction. */
export const OPENED_STAGES: readonly OpenedStage[] = [
  { stage: 2 / 21, sign: 'blood-islands' },
  { stage: 4 / 21, sign: 'eye-point' },
  { stage: 6 / 21, sign: 'limb-buds' },
  { stage: 8 / 21, sign: 'toes' },
  { stage: 11 / 21, sign: 'feather-germs' },
  { stage: 14 / 21, sign: 'down' },
  { stage: 17 / 21, sign: 'fills-egg' },
  { stage: 19 / 21, sign: 'yolk-half' },
  { stage: 20.5 / 21, sign: 'yolk-in' },
]

/** The stage that a day comes nearest to. @param day - days of development */
export function openedStageAt(day: number, incubationDays: number): OpenedStage {
  wantedPositive('incubationDays', incubationDays)
  const stage = day / incubationDays
  return OPENED_STAGES.reduce((best, one) =>
    Math.abs(one.stage - stage) < Math.abs(best.stage - stage) ? one : best,
  )
}
