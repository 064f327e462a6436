import type { SuggestedGrade } from '../grade-names.ts'
import type { WatchStage } from '../watch/egg-watch.ts'
import type { SessionStep } from './session.ts'

/** What sets off a picture: a key or pedal, a timer, or the egg itself as it lies still on the lamp. */
export const TRIGGERS = ['key', 'timer', 'itself'] as const
export type Trigger = (typeof TRIGGERS)[number]

/** The egg at hand as the records have it. */
export interface EggAtHand {
  id: string
  removed: boolean
  /** This candling's look at it; null before there is one. */
  look: {
    id: string
    /** The candler has said something. */
    decided: boolean
    /** The suggestion leaves the egg in. */
    staysIn: boolean
    blurred: boolean
    /** What the candler said, else what is suggested. */
    grade: SuggestedGrade
    suggested: SuggestedGrade
  } | null
}

/** What is so when an event comes. Others keep it; the evening only asks. */
export interface EveningFacts {
  /** `follows`: another tab is at work. `beside`: a step beside the lamp. */
  phase: 'none' | 'report' | 'making-ready' | 'paused' | 'beside' | 'candling' | 'follows'
  step: SessionStep['kind'] | null
  trigger: Trigger
  /** `eye`: no pictures; all that is noted is the candler's word. */
  source: 'network' | 'device' | 'eye'
  /** Lifting an egg off the lamp agrees where that keeps it in. */
  liftAgrees: boolean
  lamp: WatchStage
  egg: EggAtHand | null
  /** The last picture could not be used. */
  problem: boolean
  /** The candler's own short list of what an egg may be marked with. */
  marks: readonly string[]
}

export type EveningEvent =
  | { kind: 'go-on' }
  /** Not that grade; an egg without a picture is left for later. */
  | { kind: 'another' }
  /** A grade by its own key, with a picture or without. */
  | { kind: 'grade'; grade: SuggestedGrade }
  /** All eggs of the tray that nobody has looked at develop. */
  | { kind: 'the-rest-develops' }
  | { kind: 'take-back' }
  /** A picture is asked for by key. */
  | { kind: 'take'; atMs: number }
  | { kind: 'pause' }
  /** The next mark of the list for the egg at hand. */
  | { kind: 'mark' }
  /** The key of the marks has rested: what is named holds. */
  | { kind: 'mark-rested' }
  /** A few words are spoken of the egg at hand, or that is over. */
  | { kind: 'speak' }
  /** They are long enough, or nothing can be heard. */
  | { kind: 'heard' | 'not-heard' }
  | { kind: 'timer'; atMs: number }
  /** The egg on the lamp seems to lie still; nothing lies still; it does; it has left. */
  | { kind: 'settling' }
  | { kind: 'restless' }
  | { kind: 'settled'; atMs: number }
  | { kind: 'gone' }
  /** It lies otherwise than before. */
  | { kind: 'turned' }
  /** So long a film there is of the egg that lies still. */
  | { kind: 'filmed'; milliseconds: number }
  /** What was asked for is done, or could not be. */
  | { kind: 'done' }
  /** This tab goes on with an evening: after a reload, or taking over. */
  | { kind: 'lead' }
  /** Another egg is at hand, or eggs are taken now, or no longer. */
  | { kind: 'changed' }
  /** The candler went to another egg past the evening, by arrow or touch. */
  | { kind: 'chosen' }

/** What the evening asks for. Those marked with * take their time; `done` is told when all of a reply are done. */
export type EveningEffect =
  | { kind: 'measure' | 'drop'; measuring: number }
  /** * @param measuring - which of those begun; null begins one or asks the network's camera */
  | { kind: 'take'; measuring: number | null; byHand: boolean }
  /** * The next egg comes with it. */
  | { kind: 'decide'; grade: SuggestedGrade }
  /** * One word for all of the tray without a look. */
  | { kind: 'rest-develops' }
  /** * The egg is done with, without a word of the candler's; the next comes with it. */
  | { kind: 'leave-in' }
  | { kind: 'advance' }
  /** * Notes a mark of an egg. */
  | { kind: 'note'; eggId: string; mark: string }
  | { kind: 'say-mark'; mark: string | null }
  /** Listens to what is spoken of an egg, until `hush`, which keeps it. */
  | { kind: 'listen'; eggId: string }
  | { kind: 'hush' }
  /** Tells `mark-rested` after a while, unless asked again. */
  | { kind: 'rest' }
  /** * */
  | { kind: 'put-down' | 'undo' | 'start' | 'tick-or-begin' | 'pause-or-resume' | 'step-done' }
  /** * */
  | { kind: 'set-aside' | 'take-in-hand'; eggId: string }
  | { kind: 'to-removal' | 'say-who-leads' }
  | { kind: 'lamp'; as: 'again' | 'taken' | 'empty' }
  | { kind: 'sound'; name: 'taken' | 'retake' | SuggestedGrade }
  | { kind: 'say'; grade: SuggestedGrade; withPlace: boolean }
  /** The verdict is on the screen. @param atMs - since when the egg lies still */
  | { kind: 'shown'; atMs: number }
  | { kind: 'read-film'; lookId: string; shortestMs: number }
