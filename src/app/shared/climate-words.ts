import type { Alarm } from '../../core/climate/alarms.ts'
import type { WarmthEffect } from '../../core/climate/excursions.ts'
import type { LogEvent } from '../../contracts/records/incubator-log.ts'
import { sayQuantity, type UnitSystem } from '../../core/units.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { WORDS } from './words.ts'

/** What an alarm says, and what to do about it. @param value - °C or percent; null where nothing was read */
export function alarmWords(
  { code, value, isEasing = false }: Pick<Alarm, 'code' | 'value' | 'isEasing'>,
  units: UnitSystem,
): { says: string; todo: string } {
  const warm = value === null ? '' : sayQuantity(units, 'temperature', value)
  const moist = value === null ? '' : `${value.toFixed(0)} %`
  switch (code) {
    case 'too-hot':
      if (isEasing) return { says: WORDS.upToWithinTheHour(warm), todo: WORDS.itHasFallenAgain }
      return {
        says: WORDS.tooHotForTheEggs(warm),
        todo: WORDS.openTheLidAHands,
      }
    case 'hot':
      return {
        says: WORDS.warmTooWarm(warm),
        todo: WORDS.checkWithASecondThermometer,
      }
    case 'silent':
      return {
        says: WORDS.noReadingFromTheSensor,
        todo: WORDS.readTheDisplayYourselfThen,
      }
    case 'cold':
      return {
        says: WORDS.warmTooCool(warm),
        todo: WORDS.checkTheLidAndThe,
      }
    case 'moist':
      return {
        says: WORDS.moistAboveTarget(moist),
        todo: WORDS.reduceTheWaterSurfaceNot,
      }
    case 'dry':
      return {
        says: WORDS.moistBelowTarget(moist),
        todo: WORDS.topUpTheWaterThen,
      }
    case 'water':
      return { says: WORDS.waterIsDue, todo: WORDS.topUpWithLukewarmWater }
    case 'turn':
      return { says: WORDS.turningByHandIsOverdue, todo: WORDS.turnTheEggsNowThen }
  }
}
/** Alarms look back six hours; what was so from the start has lasted longer. */
const LONG_MS = 5.8 * HOUR_MS

/** "since 03:47", or that it has been so for hours. @param at - says a time of day */
export function sinceWords(sinceMs: number, nowMs: number, at: (atMs: number) => string): string {
  // A sensor that has never been read.
  if (!Number.isFinite(sinceMs)) return WORDS.sinceItWasPlaced
  const hours = (nowMs - sinceMs) / HOUR_MS
  if (nowMs - sinceMs < LONG_MS) return WORDS.sinceAt(at(sinceMs))
  return hours < 7
    ? WORDS.forHours
    : hours < 48
      ? WORDS.forHoursHours(hours.toFixed(0))
      : WORDS.forValueDays((hours / 24).toFixed(0))
}

/** What an excursion of warmth usually does. */
export const EFFECT_WORDS: Readonly<Record<WarmthEffect, string>> = {
  'kills-quickly': WORDS.lethalWithinAnHour,
  kills: WORDS.killsManyWithinHours,
  harms: WORDS.harmfulIfItLasts,
  earlier: WORDS.onlyAnEarlierHatch,
  later: WORDS.onlyALaterHatch,
  'harms-cold': WORDS.soLongAndColdThat,
}

const CHANNEL_WORDS = {
  first: WORDS.firstChannel,
  second: WORDS.secondChannel,
  both: WORDS.allChannels,
} as const
export const OPENING_WORDS = {
  water: WORDS.forWater,
  turning: WORDS.toTurn,
  candling: WORDS.toCandle,
  hatching: WORDS.atTheHatch,
  other: '',
} as const

/** What happened at an incubator, in a few words. */
export function logWords(event: LogEvent, units: UnitSystem): string {
  switch (event.kind) {
    case 'watered':
      return WORDS.waterToppedUp(CHANNEL_WORDS[event.channel])
    case 'turned':
      return WORDS.turnedSideUpUp(event.sideUp)
    case 'vents':
      return WORDS.ventsVentWords(ventWords(event.openPercent))
    case 'opened':
      return WORDS.lidOpenedReason(OPENING_WORDS[event.reason]).trim()
    case 'round':
      return WORDS.checkedAllWell
    case 'alarm':
      return WORDS.alarmSays(alarmWords({ code: event.alarm, value: event.value }, units).says)
    case 'alarm-seen':
      return WORDS.alarmDismissed
    case 'alarm-over':
      return WORDS.alarmOver
  }
}

export function ventWords(openPercent: number): string {
  if (openPercent === 0) return WORDS.shut
  if (openPercent === 100) return WORDS.wideOpen
  return openPercent === 33
    ? WORDS.aThirdOpen
    : openPercent === 50
      ? WORDS.halfOpen
      : WORDS.percentOpen(openPercent)
}
