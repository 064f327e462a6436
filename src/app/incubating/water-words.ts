import { humidityStep, RH_LIMITS } from '../../core/water/humidity-advice.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'
import { plainDay } from '../shared/wording.ts'
import { WORDS } from './words.ts'

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
      lead: WORDS.turningIsOverHumidityNow,
      more: mean ? WORDS.wasLostByDay(percent(value.lossAt(stopDay)!.value), plainDay(stopDay)) : '',
    }
  if (mean && value.airNoted?.isOld)
    return {
      lead: WORDS.readTheHygrometerFirst,
      more: WORDS.theLastHumidityIsOld(
        sayDay(value.airNoted.lastAtMs),
        percent(value.lossAt(ageDays)!.value),
      ),
    }
  if (!mean || !advice)
    return {
      lead: WORDS.noMeasurementsYet,
      more: WORDS.photographTheEggsAtThe,
    }
  const now = value.air.at(-1)!.rhPercent
  const wanted = advice.rhPercent.value
  const aim = WORDS.replacePercentByDayPlainDay(
    percent(target.low, 0).replace(' %', ''),
    percent(target.high, 0),
    plainDay(stopDay),
  )
  const more = WORDS.lostSoFarUnchangedIt(
    percent(advice.lossNow.value),
    percent(advice.lossNow.sd),
    percent(advice.arrivesUnchanged.value),
    aim,
  )
  const leave = WORDS.leaveTheHumidityAtAbout(now.toFixed(0))
  const advised = `${wanted.toFixed(0)} % ± ${advice.rhPercent.sd.toFixed(0)}`
  switch (humidityStep(advice, now, target)) {
    case 'leave':
      return { lead: `${leave}.`, more, changes: false }
    case 'unsure':
      return { lead: WORDS.forNowTheAdviceOf(leave, advised), more, changes: false }
    case 'run':
      return { lead: WORDS.runFromTonight(advised), more, changes: true }
  }
  return {
    lead: WORDS.runIsNotAdvisedAnd(
      wanted.toFixed(0),
      wanted === RH_LIMITS.most ? 'more' : 'less',
      percent(advice.arrives.value),
    ),
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
      ? WORDS.crackedDryingOut(egg.waxed ? WORDS.theWaxDoesNotHold : '')
      : `cracked${egg.waxed ? WORDS.theWaxHolds : WORDS.butHolding}`
  if (!egg.isOff) return ''
  if (egg.ratio > CRACKED_RATIO) return WORDS.dryingOutCheckForA
  if (egg.ratio > 1) return WORDS.thinOrPorousShellNothing
  return WORDS.thickShellOrAMisread
}
