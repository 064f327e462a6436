import type { Grade, PerGrade, SuggestedGrade } from '../grade-names.ts'
import type { Learnt } from './learn.ts'
import type { Timetable } from '../planning/incubation/timetable.ts'
import type { Shell, SpeciesName } from '../species/species.ts'

export const ACTIONS = ['keep', 'recheck', 'remove'] as const
export type Action = (typeof ACTIONS)[number]

export const POLICIES = ['first-sight', 'second-look', 'hold'] as const
export type Policy = (typeof POLICIES)[number]

export interface EarlierLook {
  ageDays: number
  /** The candler's own grade where given, else the suggestion. */
  grade: SuggestedGrade
  /** What the program thought then. */
  probabilities?: PerGrade
}

/** What a film of the egg showed of life. */
export interface FilmedLife {
  seconds: number
  /** Of the place that moved most, standard deviations above grain. */
  significance: number
  moving: boolean
  heartbeat: { hz: number; signalToNoise: number; found: boolean } | null
}

/** What is known of the egg besides the photograph. */
export interface GradeContext {
  /** @default chicken */
  species?: SpeciesName
  /** Days of development; unknown when left out, and then little can be said. */
  ageDays?: number
  /** Days of the set's own incubation. @default those usual for the species */
  days?: Pick<Timetable, 'incubationDays' | 'stopTurningDay'>
  shell?: Shell
  /** Shells of the set it was set with: what a shell may hide goes by the darkest. @default only its own */
  shellsOfSet?: readonly Shell[]
  /** @default second-look */
  policy?: Policy
  earlierLooks?: EarlierLook[]
  /** Shadows of the mates taken for living: same breed, set in the same hour, seen at the same candling. */
  livingMates?: readonly number[]
  /** What this hatchery's own confirmed eggs say beyond the model. */
  learnt?: Learnt
  film?: FilmedLife | null
  /** What a picture of the same minutes said that did not decide; both are weighed together. */
  twin?: PerGrade | null
}

/** Why this light or this day does not allow a verdict. */
export const UNREADABLE_CODES = [
  'too-dark',
  'too-noisy',
  'overexposed',
  'too-early',
  'age-unknown',
  'outline-partly-hidden',
  'unlike-an-egg',
] as const
export type UnreadableCode = (typeof UNREADABLE_CODES)[number]

/** A piece of the evidence with its numbers; sayReason makes it a sentence. */
export type Reason =
  | { code: 'moves'; significance: number; seconds: number }
  | { code: 'heartbeat'; hz: number; signalToNoise: number }
  | { code: 'unreadable'; why: UnreadableCode }
  /** How many times further its figures lie from those of the pictures learnt from than these do from each other. */
  | { code: 'unusual'; by: number }
  /** What is measured speaks for one grade, the picture as a whole for another. */
  | { code: 'two-opinions'; measures: Grade; network: Grade }
  /** Weighed together with another of the same minutes, which did not decide. */
  | { code: 'two-pictures' }
  /** Shares of the contents: what was seen, and what living eggs of this age have. */
  | { code: 'shadow'; area: number; sd: number; expected: { low: number; high: number }; ageDays: number }
  /** Line, egg lengths, and the share of the contents that it covers; how much is lit, and spots on the shell. */
  | { code: 'vessels'; netLength: number; coverage: number; litShare: number; spotCount: number }
  | { code: 'ring'; score: number; visibleShare: number; shareOfLines: number }
  /** A sentence of records of versions that kept sentences. */
  | { code: 'said'; sentence: string }

export interface Verdict {
  probabilities: PerGrade
  grade: SuggestedGrade
  action: Action
  readable: boolean
  unreadable: UnreadableCode[]
  /** The evidence, most telling first. */
  reasons: Reason[]
}
