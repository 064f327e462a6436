import { HOUR_MS } from '../../time/durations.ts'
import { BEST_STORAGE_DAYS, STORAGE_LIMIT_DAYS, TOO_OLD_DAYS } from '../intake/hatchability.ts'
import { localDateOf, localTimeOf, sayDate, type Zone } from '../../time/local-date.ts'
import { eveningBefore } from './plan-backwards.ts'

/** What stands against a plan. `stop` cannot be done; `care` can, and the keeper should know. */
export interface PlanProblem {
  code:
    | 'no-eggs'
    | 'set-passed'
    | 'hatch-passed'
    | 'tray-too-small'
    | 'too-old'
    | 'old'
    | 'still-resting'
    | 'at-night'
    | 'days-unlikely'
  weight: 'stop' | 'care'
  message: string
  /** What can be done instead. */
  wayOn: string
}

export interface PlanCheckInput {
  nowMs: number
  zone: Zone
  setAtMs: number
  hatchAtMs: number
  /** The eggs are in already; the plan is written down afterwards. */
  alreadySet: boolean
  eggs: number
  places: number
  /** Age of the oldest egg at setting, days; null when unknown. */
  oldestStorageDays: number | null
  /** Eggs too old that are chosen all the same. */
  tooOldCount: number
  /** Until when posted eggs should rest; null when none were posted. */
  restUntilMs: number | null
  /** The table's incubation and the one counted with, days. */
  tableDays: number
  incubationDays: number
}

/** A set time up to this long ago is "now". */
const JUST_NOW_MS = HOUR_MS
/** Further from the table than this an own number of days is likely a slip. */
const LARGEST_SHIFT_DAYS = 3

export function checkPlan(input: PlanCheckInput): PlanProblem[] {
  const { nowMs, zone, setAtMs, hatchAtMs } = input
  const problems: PlanProblem[] = []
  const add = (
    code: PlanProblem['code'],
    weight: PlanProblem['weight'],
    message: string,
    wayOn: string,
  ): void => {
    problems.push({ code, weight, message, wayOn })
  }
  const day = (atMs: number): string => sayDate(localDateOf(atMs, zone))
  if (input.eggs === 0)
    add(
      'no-eggs',
      'stop',
      'There are no eggs to set yet.',
      'Add eggs to the basket, or include one that was left out.',
    )
  if (hatchAtMs < nowMs && !input.alreadySet) {
    add(
      'hatch-passed',
      'stop',
      `That hatch day, ${day(hatchAtMs)}, is past.`,
      'Choose a later day; the earliest possible is offered.',
    )
  } else if (setAtMs < nowMs - JUST_NOW_MS && !input.alreadySet) {
    add(
      'set-passed',
      'stop',
      `For that hatch the eggs had to be set on ${day(setAtMs)}, which is past.`,
      'Choose a later hatch day, or choose “Already set”.',
    )
  }
  if (input.eggs > input.places) {
    const left = input.eggs - input.places
    add(
      'tray-too-small',
      'stop',
      `The trays hold ${input.places} eggs; ${left} of the ${input.eggs} ${left === 1 ? 'has' : 'have'} no place.`,
      'Enlarge a tray, add one, or leave out the oldest eggs.',
    )
  }
  if (input.tooOldCount > 0) {
    add(
      'too-old',
      'care',
      `${input.tooOldCount === 1 ? 'One egg is' : `${input.tooOldCount} eggs are`} older than ${TOO_OLD_DAYS} days: fewer than one in three will start.`,
      'Leave them out, or accept the loss.',
    )
  } else if (input.oldestStorageDays !== null && input.oldestStorageDays > STORAGE_LIMIT_DAYS) {
    add(
      'old',
      'care',
      `The oldest egg will be ${input.oldestStorageDays} days old; the usual limit is ${STORAGE_LIMIT_DAYS}, under ${BEST_STORAGE_DAYS} is best.`,
      'Set sooner, or expect fewer chicks and a hatch some hours later.',
    )
  }
  if (input.restUntilMs !== null && input.restUntilMs > setAtMs) {
    add(
      'still-resting',
      'care',
      `Posted eggs should rest, small end down, until ${day(input.restUntilMs)}, ${localTimeOf(input.restUntilMs, zone)}.`,
      'Set them after that, so that loose air cells settle.',
    )
  }
  const evening = eveningBefore(setAtMs, zone)
  if (evening !== null && evening > nowMs && !input.alreadySet) {
    const hours = Math.round((setAtMs - evening) / HOUR_MS)
    add(
      'at-night',
      'care',
      `The setting time is at night, ${localTimeOf(setAtMs, zone)}.`,
      `Set at ${localTimeOf(evening, zone)} the evening before; the chicks hatch about ${hours} hours sooner.`,
    )
  }
  if (Math.abs(input.incubationDays - input.tableDays) > LARGEST_SHIFT_DAYS) {
    add(
      'days-unlikely',
      'care',
      `${input.incubationDays} days is far from the usual ${input.tableDays} for this bird.`,
      'Check the number, or choose the closest bird.',
    )
  }
  return problems
}
