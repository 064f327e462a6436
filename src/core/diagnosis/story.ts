import type { Fate, Phase } from '../hatching/results.ts'

/** What is seen in an egg that died. */
export const DEATH_SIGNS = ['malposition', 'contaminated', 'cracked', 'wet', 'dry'] as const
export type DeathSign = (typeof DEATH_SIGNS)[number]

/** What is known of one egg of a set that is over. */
export interface EggStory {
  fate: Fate
  /** When it died, and how surely that is known, 0…1: a candled ring is one less surely than an opened egg. Null if it did not die or the time is unknown. */
  death: { phase: Phase; certainty: number } | null
  /** Shell cracked; null where nobody of the place notes cracks. */
  cracked: boolean | null
  /** Days in store before it was set; null where nobody noted when it was laid. */
  storageDays: number | null
  /** Came by post or carrier; null where nobody noted whence it came. */
  posted: boolean | null
  /** Air cell that was loose or full of bubbles; null where no egg of the set was marked with anything. */
  looseCell: boolean | null
  place: { trayId: string; row: number; column: number } | null
  /** Mass lost by the last day of turning, as a share; null where nothing tells. */
  loss: number | null
  /** What was seen when it was opened; null where nobody looked for signs. */
  signs: readonly DeathSign[] | null
  /** Hours from when it was due to when the chick was out. */
  outHours: number | null
}

/** What is known of a set that is over. What nobody measured is null. */
export interface SetStory {
  eggs: readonly EggStory[]
  /** Loss that is good for the bird, a share. */
  goodLoss: number
  /** Mean warmth at the eggs' height over the target, °C. */
  celsiusOver: number | null
  /** Mean moisture of the air until lockdown, over the middle of what is usual for the bird, points. */
  rhOver: number | null
  /** The same from lockdown on. */
  lockdownRhOver: number | null
  /** Times that the lid was off between lockdown and the end. */
  openings: number | null
}
