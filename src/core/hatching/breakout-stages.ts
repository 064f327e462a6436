/** What lies in an egg that is opened, by how far it had come: to tell the day it died. */
export interface OpenedStage {
  /** Fraction of incubation. */
  stage: number
  words: string
}

/** Of the hen's 21 days; other birds by the same fraction. */
export const OPENED_STAGES: readonly OpenedStage[] = [
  { stage: 2 / 21, words: 'a pale disc with blood islands, no body yet' },
  { stage: 4 / 21, words: 'vessels over the yolk, a body like a comma, a dark point for an eye' },
  { stage: 6 / 21, words: 'a large dark eye, leg and wing buds' },
  { stage: 8 / 21, words: 'neck, toes and the first beak; no feathers' },
  { stage: 11 / 21, words: 'feather germs in rows, egg tooth, first comb' },
  { stage: 14 / 21, words: 'covered in down, as long as the egg is wide' },
  { stage: 17 / 21, words: 'fills the egg; yolk still outside, albumen used up' },
  { stage: 19 / 21, words: 'yolk half absorbed, beak under the right wing towards the air cell' },
  { stage: 20.5 / 21, words: 'yolk absorbed, beak in the air cell' },
]

/** The stage that a day comes nearest to. @param day - days of development */
export function openedStageAt(day: number, incubationDays: number): OpenedStage {
  const stage = day / incubationDays
  return OPENED_STAGES.reduce((best, one) =>
    Math.abs(one.stage - stage) < Math.abs(best.stage - stage) ? one : best,
  )
}
