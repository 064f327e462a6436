import type { CandlingMethod } from '../core/planning/incubation/candling-methods.ts'
import type { DayCount } from '../core/planning/incubation/day-count.ts'
import type { TurningStop } from '../core/planning/incubation/timetable.ts'
import type { Numbering } from '../core/tray/layout.ts'
import { spoken } from './language.ts'

/** A method by its name and its reason. None is right everywhere. */
export interface MethodWords {
  label: string
  reason: string
}

export const CANDLING_METHOD_CHOICES: Readonly<Record<CandlingMethod, MethodWords>> = spoken({
  weekly: {
    label: 'Weekly',
    reason: 'The usual: clears show after one third, quitters after two thirds, last look at lockdown.',
  },
  'early-bird': { label: 'Early bird', reason: 'For pale shells and a bright lamp. Frees space early.' },
  'one-good-look': {
    label: 'One good look',
    reason: 'Halfway everything is plain, and the lid is rarely opened.',
  },
  'late-only': { label: 'Late only', reason: 'For dark shells, or if you distrust early looks.' },
  often: { label: 'Often', reason: 'Every three days: for teaching, learning and full records.' },
  own: { label: 'My own days', reason: 'Days you choose.' },
})

export const DAY_COUNT_CHOICES: Readonly<Record<DayCount, MethodWords>> = spoken({
  elapsed: {
    label: 'Elapsed days',
    reason: 'Setting day is day 0; day 1 starts 24 hours later. Incubation tables count this way.',
  },
  'set-day-is-1': {
    label: 'Set day is day 1',
    reason: 'Easy on a wall calendar: number the squares from the setting day.',
  },
  'morning-rule': {
    label: 'Morning rule',
    reason: 'Set before noon, day 1 is that day; set later, it is the next day.',
  },
})

export const TURNING_STOP_CHOICES: Readonly<Record<TurningStop, MethodWords>> = spoken({
  usual: { label: 'On the usual day', reason: 'About three days before the hatch, as most do.' },
  'day-later': { label: 'A day later', reason: 'Some turn for one more day, but never once eggs pip.' },
})

export const NUMBERING_CHOICES: Readonly<Record<Numbering, { label: string; example: string }>> = spoken({
  'letter-rows': { label: 'Letters and numbers', example: 'A1 A2 A3, then B1' },
  'along-rows': { label: 'Numbers along the rows', example: '1 2 3, then 4 5 6' },
  'there-and-back': { label: 'Numbers in a zigzag', example: '1 2 3, then 6 5 4' },
  'down-columns': { label: 'Numbers down the columns', example: '1 4 7 in the first row' },
})
