import type { SuggestedGrade } from '../grade-names.ts'
import type { EveningFacts } from './evening-terms.ts'

export type Work =
  | { kind: 'take'; by: 'lamp' | 'hand'; measuring: number | null; atMs: number }
  | { kind: 'leave' | 'later' | 'take-back' }
  /** What was on the screen as the key was pressed. */
  | { kind: 'go-on'; saw: Seen }
  /** @see EveningEvent: null is one word for the rest of the tray */
  | { kind: 'grade'; grade: SuggestedGrade | null; saw: Seen }
  | { kind: 'timer'; atMs: number }

export interface Seen {
  phase: EveningFacts['phase']
  eggId: string | null
  lookId: string | null
}

export type Doing =
  | {
      kind: 'taking'
      eggId: string
      before: string | null
      by: 'lamp' | 'hand'
      moving: boolean
      atMs: number
    }
  | { kind: 'leaving' }
  | { kind: 'leaving-for-later'; eggId: string }
  | { kind: 'undoing'; saw: Seen }
  | { kind: 'other' }

export interface Evening {
  /** Pictures tried of the egg at hand. */
  tries: number
  /** The egg at hand was tried without getting a picture. */
  tried: boolean
  /** The egg that left the lamp, or was tried often enough, without a picture: until the candler says what to do, whatever lies there may be another. */
  unread: string | null
  /** The egg that was photographed and lies there still: only it can be lifted off. */
  lying: string | null
  filmsRead: number
  /** The candler's other grade, until it is confirmed, and of which egg. */
  chosen: SuggestedGrade | null
  chosenOf: string | null
  /** The mark that is named but not yet noted, and of which egg. */
  marking: { eggId: string; mark: string } | null
  /** The egg of which something is being spoken. */
  speaking: string | null
  /** The measuring of an egg that seems to settle, begun while that is made sure of. */
  early: number | null
  measurings: number
  doing: Doing | null
  /** A hand may be quicker than the measuring: what it does is done in order, none of it lost. */
  next: readonly Work[]
}

export const NEW_EVENING: Readonly<Evening> = {
  tries: 0,
  tried: false,
  unread: null,
  lying: null,
  filmsRead: 0,
  chosen: null,
  chosenOf: null,
  marking: null,
  speaking: null,
  early: null,
  measurings: 0,
  doing: null,
  next: [],
}

/** What the screen shows. */
export function seen({ phase, egg }: EveningFacts): Seen {
  return { phase, eggId: egg?.id ?? null, lookId: egg?.look?.id ?? null }
}

export function same(a: Seen, b: Seen): boolean {
  return a.phase === b.phase && a.eggId === b.eggId && a.lookId === b.lookId
}
