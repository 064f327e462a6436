import { HOUR_MS } from '../../time/durations.ts'
import { STORAGE_LIMIT_DAYS } from '../intake/hatchability.ts'
import type { Zone } from '../../time/local-date.ts'
import { eveningBefore } from './plan-backwards.ts'

/** What stands against a plan. `stop` cannot be done; `care` can, and the keeper should know. */
export type PlanProblem =
  | { code: 'no-eggs'; weight: 'stop' }
  | { code: 'hatch-passed'; weight: 'stop'; hatchAtMs: number }
  | { code: 'set-passed'; weight: 'stop'; setAtMs: number }
  | { code: 'tray-too-small'; weight: 'stop'; eggs: number; places: number }
  | { code: 'too-old'; weight: 'care'; eggs: number }
  | { code: 'old'; weight: 'care'; oldestStorageDays: number }
  | { code: 'still-resting'; weight: 'care'; restUntilMs: number }
  | { code: 'at-night'; weight: 'care'; setAtMs: number; eveningMs: number }
  | { code: 'days-unlikely'; weight: 'care'; incubationDays: number; tableDays: number }

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
  const { nowMs, setAtMs, hatchAtMs, eggs, places, oldestStorageDays, restUntilMs } = input
  const { tableDays, incubationDays, tooOldCount } = input
  const problems: PlanProblem[] = []
  if (eggs === 0) problems.push({ code: 'no-eggs', weight: 'stop' })
  if (hatchAtMs < nowMs && !input.alreadySet)
    problems.push({ code: 'hatch-passed', weight: 'stop', hatchAtMs })
  else if (setAtMs < nowMs - JUST_NOW_MS && !input.alreadySet)
    problems.push({ code: 'set-passed', weight: 'stop', setAtMs })
  if (eggs > places) problems.push({ code: 'tray-too-small', weight: 'stop', eggs, places })
  if (tooOldCount > 0) problems.push({ code: 'too-old', weight: 'care', eggs: tooOldCount })
  else if (oldestStorageDays !== null && oldestStorageDays > STORAGE_LIMIT_DAYS)
    problems.push({ code: 'old', weight: 'care', oldestStorageDays })
  if (restUntilMs !== null && restUntilMs > setAtMs)
    problems.push({ code: 'still-resting', weight: 'care', restUntilMs })
  const eveningMs = eveningBefore(setAtMs, input.zone)
  if (eveningMs !== null && eveningMs > nowMs && !input.alreadySet)
    problems.push({ code: 'at-night', weight: 'care', setAtMs, eveningMs })
  if (Math.abs(incubationDays - tableDays) > LARGEST_SHIFT_DAYS)
    problems.push({ code: 'days-unlikely', weight: 'care', incubationDays, tableDays })
  return problems
}
