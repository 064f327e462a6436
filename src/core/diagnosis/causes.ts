import type { Phase } from '../hatching/results.ts'

/** What may have gone wrong with a set as a whole. */
export const CAUSES = [
  'humid',
  'dry',
  'old-eggs',
  'hot-spot',
  'shaken',
  'opened',
  'cool',
  'warm',
  'unclean',
  'hens',
  'infertile',
  'handling',
] as const
export type Cause = (typeof CAUSES)[number]

/** What is looked at. Those of the losses come first: no cause is blamed that they do not speak for. */
export const CLUES = [
  'phases',
  'fertility',
  'cracks',
  'place',
  'storage-pattern',
  'parcel-pattern',
  'loss',
  'signs',
  'storage',
  'parcel',
  'loose-cells',
  'openings',
  'lockdown-air',
  'warmth',
  'timing',
] as const
export type Clue = (typeof CLUES)[number]

/** What a set without any fault shows: usual middles, and how far one hatchery’s is from the next one’s. */
export const USUAL = {
  /** Shares of the fertile eggs. The rest hatches. */
  phases: { early: 0.07, middle: 0.03, late: 0.055, pipped: 0.03 } satisfies Record<Phase, number>,
  /** Prior weight, in eggs: small hatcheries differ widely. */
  phasesWorth: 45,
  /** Mean loss over what is good, a share. */
  lossOver: { mean: 0, sd: 0.013 },
  /** Where only the hygrometer tells: moisture over the middle of what is usual, points. Hygrometers err. */
  rhOver: { mean: 0, sd: 7 },
  storageDays: { mean: 4, sd: 2.4 },
  lockdownRhOver: { mean: 0, sd: 6 },
  celsiusOver: { mean: 0, sd: 0.22 },
  outHours: { mean: 0, sd: 10 },
  /** Logarithm of the spread of a hatch, hours. */
  logSpread: { mean: Math.log(9), sd: 0.3 },
  openings: 2.5,
  openingsShape: 3,
  /** Share of those opened. */
  signs: { malposition: 0.08, contaminated: 0.05, cracked: 0.03, wet: 0.1, dry: 0.1 },
  signsWorth: 15,
  looseCells: 0.04,
  posted: 0.2,
  /** Share of all eggs that were never fertile, and as if learnt from so many: flocks differ. */
  infertile: 0.1,
  infertileWorth: 30,
  cracks: 0.02,
  cracksWorth: 40,
} as const

/**
 * What a cause changes where it is plainly there; half or twice as bad changes half or twice as much. Factors are of the
 * odds, all else is added. What is not named stays as usual.
 */
export interface Expectation {
  phases: Partial<Record<Phase, number>>
  lossOver?: number
  rhOver?: number
  storageDays?: number
  /** Odds that an egg dies, for each day longer in store. */
  storagePattern?: number
  /** Odds of an early death of an egg that was posted. */
  parcelPattern?: number
  lockdownRhOver?: number
  celsiusOver?: number
  outHours?: number
  logSpread?: number
  openings?: number
  signs?: Partial<Record<keyof typeof USUAL.signs, number>>
  looseCells?: number
  posted?: number
  /** More of the eggs than usual, shares. */
  infertile?: number
  cracks?: number
  /** Losses lie together in the tray. */
  place?: true
}

/** Late losses with small air cells: too humid; with large ones: too dry; pipped dead: lockdown; and so on, as breakouts are read. */
export const EXPECTED: Readonly<Record<Cause, Expectation>> = {
  humid: {
    phases: { late: 3, pipped: 3, middle: 1.2 },
    lossOver: -0.035,
    rhOver: 15,
    signs: { wet: 0.25 },
  },
  dry: {
    phases: { late: 2.8, pipped: 2.8, middle: 1.2 },
    lossOver: 0.037,
    rhOver: -15,
    signs: { dry: 0.22 },
  },
  'old-eggs': {
    phases: { early: 3, middle: 1.5, late: 1.3 },
    storageDays: 7.5,
    storagePattern: 1.12,
    outHours: 5,
  },
  'hot-spot': {
    phases: { early: 1.5, middle: 2.2, late: 1.9, pipped: 1.4 },
    place: true,
    outHours: -4,
    logSpread: 0.3,
  },
  shaken: {
    phases: { early: 3, middle: 1.2, late: 1.2 },
    parcelPattern: 3,
    posted: 0.75,
    looseCells: 0.12,
    signs: { malposition: 0.08 },
  },
  opened: {
    phases: { pipped: 4.5, late: 1.3 },
    openings: 6,
    lockdownRhOver: -7,
    signs: { dry: 0.2 },
  },
  cool: { phases: { late: 2.3, pipped: 2.3, middle: 1.3 }, celsiusOver: -0.6, outHours: 24, logSpread: 0.35 },
  warm: { phases: { early: 1.3, middle: 2, late: 1.8, pipped: 1.6 }, celsiusOver: 0.6, outHours: -20 },
  unclean: { phases: { early: 1.3, middle: 2.4, late: 1.9 }, signs: { contaminated: 0.25 } },
  hens: { phases: { early: 1.5, middle: 4, late: 1.4 } },
  infertile: { phases: {}, infertile: 0.3 },
  handling: {
    phases: { early: 1.8, middle: 1.5, late: 1.5 },
    cracks: 0.14,
    signs: { cracked: 0.2, contaminated: 0.1 },
  },
}

/**
 * What must have been noted before a cause may be blamed: with the pattern of losses alone humid, cool and opened sets
 * look alike. One of each list.
 */
export const MUST_KNOW: Readonly<Record<Cause, readonly Clue[]>> = {
  humid: ['loss'],
  dry: ['loss'],
  'old-eggs': ['storage'],
  'hot-spot': ['place'],
  shaken: ['parcel', 'loose-cells'],
  opened: ['openings', 'lockdown-air'],
  cool: ['warmth', 'timing'],
  warm: ['warmth', 'timing'],
  unclean: ['signs'],
  hens: ['warmth', 'timing', 'signs'],
  infertile: ['fertility'],
  handling: ['cracks'],
}
