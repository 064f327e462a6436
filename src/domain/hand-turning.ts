import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { turningHours } from '../core/planning/incubation/turning.ts'
import { HOUR_MS } from '../core/time/durations.ts'

/** How a set is turned by hand. */
export interface HandTurning {
  /** Local hours of a full day, rising. */
  hours: readonly number[]
  /** Before this nothing is turned: posted eggs rest first. Epoch milliseconds. */
  fromMs: number
}

/** When the eggs of a set are turned by hand: at its own hours, else the place’s; null where the incubator turns. */
export function handTurningOf(
  { plan, setAt }: Pick<EggSet, 'plan' | 'setAt'>,
  { turningHours: placeHours }: Pick<Hatchery, 'turningHours'>,
): HandTurning | null {
  if (plan.turnsADay === null) return null
  return {
    hours: turningHours({ timesADay: plan.turnsADay, ownHours: plan.turningHours ?? placeHours }),
    fromMs: Date.parse(setAt) + plan.firstTurnHours * HOUR_MS,
  }
}
