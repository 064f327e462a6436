import type { PlanProblem } from '../core/planning/incubation/plan-problems.ts'
import { BEST_STORAGE_DAYS, STORAGE_LIMIT_DAYS, TOO_OLD_DAYS } from '../core/planning/intake/hatchability.ts'
import { HOUR_MS } from '../core/time/durations.ts'
import { localDateOf, sayDate, type Zone } from '../core/time/local-date.ts'
import type { Advice } from './advice.ts'
import { spoken } from './language.ts'

/** @param clockTime - a time of day as the keeper writes it */
export function sayPlanProblem(
  problem: PlanProblem,
  { zone, clockTime }: { zone: Zone; clockTime: (atMs: number) => string },
): Advice {
  return spoken({ ...planProblem(problem, zone, clockTime) })
}

function planProblem(problem: PlanProblem, zone: Zone, time: (atMs: number) => string): Advice {
  const day = (atMs: number): string => sayDate(localDateOf(atMs, zone))
  switch (problem.code) {
    case 'no-eggs':
      return {
        message: 'There are no eggs to set yet.',
        wayOn: 'Add eggs to the basket, or include one that was left out.',
      }
    case 'hatch-passed':
      return {
        message: `That hatch day, ${day(problem.hatchAtMs)}, is past.`,
        wayOn: 'Choose a later day; the earliest possible is offered.',
      }
    case 'set-passed':
      return {
        message: `For that hatch the eggs had to be set on ${day(problem.setAtMs)}, which is past.`,
        wayOn: 'Choose a later hatch day, or choose “Already set”.',
      }
    case 'tray-too-small': {
      const left = problem.eggs - problem.places
      return {
        message: `The trays hold ${problem.places} eggs; ${left} of the ${problem.eggs} ${left === 1 ? 'has' : 'have'} no place.`,
        wayOn: 'Enlarge a tray, add one, or leave out the oldest eggs.',
      }
    }
    case 'too-old':
      return {
        message: `${problem.eggs === 1 ? 'One egg is' : `${problem.eggs} eggs are`} older than ${TOO_OLD_DAYS} days: fewer than one in three will start.`,
        wayOn: 'Leave them out, or accept the loss.',
      }
    case 'old':
      return {
        message: `The oldest egg will be ${problem.oldestStorageDays} days old; the usual limit is ${STORAGE_LIMIT_DAYS}, under ${BEST_STORAGE_DAYS} is best.`,
        wayOn: 'Set sooner, or expect fewer chicks and a hatch some hours later.',
      }
    case 'still-resting':
      return {
        message: `Posted eggs should rest, small end down, until ${day(problem.restUntilMs)}, ${time(problem.restUntilMs)}.`,
        wayOn: 'Set them after that, so that loose air cells settle.',
      }
    case 'at-night': {
      const hours = Math.round((problem.setAtMs - problem.eveningMs) / HOUR_MS)
      return {
        message: `The setting time is at night, ${time(problem.setAtMs)}.`,
        wayOn: `Set at ${time(problem.eveningMs)} the evening before; the chicks hatch about ${hours} hours sooner.`,
      }
    }
    case 'days-unlikely':
      return {
        message: `${problem.incubationDays} days is far from the usual ${problem.tableDays} for this bird.`,
        wayOn: 'Check the number, or choose the closest bird.',
      }
  }
}
