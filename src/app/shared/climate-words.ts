import type { Alarm } from '../../core/climate/alarms.ts'
import type { WarmthEffect } from '../../core/climate/excursions.ts'
import type { LogEvent } from '../../contracts/records/incubator-log.ts'
import { sayQuantity, type UnitSystem } from '../../core/units.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { t } from './words.ts'

/** What an alarm says, and what to do about it. @param value - °C or percent; null where nothing was read */
export function alarmWords(
  { code, value, isEasing = false }: Pick<Alarm, 'code' | 'value' | 'isEasing'>,
  units: UnitSystem,
): { says: string; todo: string } {
  const warm = value === null ? '' : sayQuantity(units, 'temperature', value)
  const moist = value === null ? '' : `${value.toFixed(0)} %`
  switch (code) {
    case 'too-hot':
      if (isEasing)
        return { says: t('alarm.hasBeenTooHot', { temperature: warm }), todo: t('alarm.hasBeenTooHotTodo') }
      return {
        says: t('alarm.tooHot', { temperature: warm }),
        todo: t('alarm.tooHotTodo'),
      }
    case 'hot':
      return {
        says: t('alarm.hot', { temperature: warm }),
        todo: t('alarm.hotTodo'),
      }
    case 'silent':
      return {
        says: t('alarm.silent'),
        todo: t('alarm.silentTodo'),
      }
    case 'cold':
      return {
        says: t('alarm.cold', { temperature: warm }),
        todo: t('alarm.coldTodo'),
      }
    case 'moist':
      return {
        says: t('alarm.moist', { humidity: moist }),
        todo: t('alarm.moistTodo'),
      }
    case 'dry':
      return {
        says: t('alarm.dry', { humidity: moist }),
        todo: t('alarm.dryTodo'),
      }
    case 'water':
      return { says: t('alarm.water'), todo: t('alarm.waterTodo') }
    case 'turn':
      return { says: t('alarm.turn'), todo: t('alarm.turnTodo') }
  }
}
/** Alarms look back six hours; what was so from the start has lasted longer. */
const LONG_MS = 5.8 * HOUR_MS

/** "since 03:47", or that it has been so for hours. @param at - says a time of day */
export function sinceWords(sinceMs: number, nowMs: number, at: (atMs: number) => string): string {
  // A sensor that has never been read.
  if (!Number.isFinite(sinceMs)) return t('since.placed')
  const hours = (nowMs - sinceMs) / HOUR_MS
  if (nowMs - sinceMs < LONG_MS) return t('since.time', { time: at(sinceMs) })
  return hours < 7
    ? t('since.hours')
    : hours < 48
      ? t('since.someHours', { hours: hours.toFixed(0) })
      : t('since.days', { days: (hours / 24).toFixed(0) })
}

/** What an excursion of warmth usually does. */
export const EFFECT_WORDS: Readonly<Record<WarmthEffect, string>> = {
  'kills-quickly': t('warmth.killsQuickly'),
  kills: t('warmth.kills'),
  harms: t('warmth.harms'),
  earlier: t('warmth.earlier'),
  later: t('warmth.later'),
  'harms-cold': t('warmth.harmsCold'),
}

const CHANNEL_WORDS = {
  first: t('channel.first'),
  second: t('channel.second'),
  both: t('channel.both'),
} as const
export const OPENING_WORDS = {
  water: t('opening.water'),
  turning: t('opening.turning'),
  candling: t('opening.candling'),
  hatching: t('opening.hatching'),
  other: '',
} as const

/** What happened at an incubator, in a few words. */
export function logWords(event: LogEvent, units: UnitSystem): string {
  switch (event.kind) {
    case 'watered':
      return t('log.watered', { channel: CHANNEL_WORDS[event.channel] })
    case 'turned':
      return t('log.turned', { side: event.sideUp })
    case 'vents':
      return t('log.vents', { opening: ventWords(event.openPercent) })
    case 'opened':
      return t('log.opened', { reason: OPENING_WORDS[event.reason] }).trim()
    case 'disinfected':
      return t('log.disinfected')
    case 'round':
      return t('log.round')
    case 'alarm':
      return t('log.alarm', { alarm: alarmWords({ code: event.alarm, value: event.value }, units).says })
    case 'alarm-seen':
      return t('log.alarmSeen')
    case 'alarm-over':
      return t('log.alarmOver')
  }
}

export function ventWords(openPercent: number): string {
  if (openPercent === 0) return t('vents.shut')
  if (openPercent === 100) return t('vents.wide')
  return openPercent === 33
    ? t('vents.third')
    : openPercent === 50
      ? t('vents.half')
      : t('vents.percent', { percent: openPercent })
}
