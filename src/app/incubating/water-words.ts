import { RH_LIMITS } from '../../core/climate/air-method.ts'
import { humidityStep } from '../../core/water/humidity-advice.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'
import { plainDay } from '../shared/wording.ts'
import { t } from './words.ts'

/** What to do tonight, in a sentence, and what it rests on. */
export interface WaterAdvice {
  lead: string
  more: string
  /** Whether another humidity is advised than that of now; undefined where nothing can be advised. */
  changes?: boolean
}

/** A share of one in per cent. */
export function percent(share: number, digits = 1): string {
  return `${(100 * share).toFixed(digits)} %`
}

/** @param sayDay - says the day of an instant */
export function waterAdvice(value: WaterOfSet, sayDay: (atMs: number) => string): WaterAdvice {
  const { mean, advice, target, stopDay, ageDays } = value
  if (ageDays >= stopDay)
    return {
      lead: t('water.afterTurning'),
      more: mean
        ? t('water.lostByDay', { loss: percent(value.lossAt(stopDay)!.value), day: plainDay(stopDay) })
        : '',
    }
  if (mean && value.airNoted?.isOld)
    return {
      lead: t('water.readFirst'),
      more: t('water.old', {
        day: sayDay(value.airNoted.lastAtMs),
        lost: percent(value.lossAt(ageDays)!.value),
      }),
    }
  if (!mean || !advice)
    return {
      lead: t('water.noneYet'),
      more: t('water.noneYetTodo'),
    }
  const now = value.air.at(-1)!.rhPercent
  const wanted = advice.rhPercent.value
  const aim = t('water.aim', {
    low: percent(target.low, 0).replace(' %', ''),
    high: percent(target.high, 0),
    day: plainDay(stopDay),
  })
  const more = t('water.soFar', {
    loss: percent(advice.lossNow.value),
    error: percent(advice.lossNow.sd),
    reaches: percent(advice.arrivesUnchanged.value),
    aim,
  })
  const leave = t('water.leave', { humidity: now.toFixed(0) })
  const advised = `${wanted.toFixed(0)} % ± ${advice.rhPercent.sd.toFixed(0)}`
  switch (humidityStep(advice, now, target)) {
    case 'leave':
      return { lead: `${leave}.`, more, changes: false }
    case 'unsure':
      return { lead: t('water.leaveForNow', { leave, advised }), more, changes: false }
    case 'run':
      return { lead: t('water.run', { humidity: advised }), more, changes: true }
  }
  return {
    lead: t('water.cannotCatchUp', {
      humidity: wanted.toFixed(0),
      more: wanted === RH_LIMITS.most ? 'more' : 'less',
      reaches: percent(advice.arrives.value),
    }),
    more,
    changes: true,
  }
}

/** So much faster than its mates no sound shell lets water go. */
const CRACKED_RATIO = 1.45
/** Why an egg loses water unlike its mates; empty where it does not. */
export function whyOff(egg: { isOff: boolean; ratio: number; cracked: boolean; waxed: boolean }): string {
  if (egg.cracked)
    return egg.ratio > 1.15
      ? t('water.crackedDrying', { wax: egg.waxed ? t('water.waxLeaks') : '' })
      : `cracked${egg.waxed ? t('water.waxHolds') : t('water.butHolding')}`
  if (!egg.isOff) return ''
  if (egg.ratio > CRACKED_RATIO) return t('water.dryingOut')
  if (egg.ratio > 1) return t('water.thinShell')
  return t('water.thickShell')
}
