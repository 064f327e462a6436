import type { AlarmCode } from '../../core/climate/alarms.ts'
import type { WarmthEffect } from '../../core/climate/excursions.ts'
import type { LogEvent } from '../../contracts/records/incubator-log.ts'
import { sayQuantity, type UnitSystem } from '../../core/units.ts'
import { HOUR_MS } from '../../core/time/durations.ts'

/** What an alarm says, and what to do about it. @param value - °C or percent; null where nothing was read */
export function alarmWords(
  { code, value }: { code: AlarmCode; value: number | null },
  units: UnitSystem,
): { says: string; todo: string } {
  const warm = value === null ? '' : sayQuantity(units, 'temperature', value)
  const moist = value === null ? '' : `${value.toFixed(0)} %`
  switch (code) {
    case 'too-hot':
      return {
        says: `${warm}: too hot for the eggs`,
        todo: 'Open the lid a hand’s breadth now and let it cool. Then check the thermostat, the room and direct sun.',
      }
    case 'hot':
      return {
        says: `${warm}, too warm`,
        todo: 'Check with a second thermometer, then turn it down a little. Check the vents and the room.',
      }
    case 'silent':
      return {
        says: 'No reading from the sensor',
        todo: 'Read the display yourself. Then check the sensor’s battery, plug and network.',
      }
    case 'cold':
      return {
        says: `${warm}, too cool`,
        todo: 'Check the lid and the plug. Eggs survive an hour or two of cold; the hatch will be later.',
      }
    case 'moist':
      return {
        says: `${moist}, above target`,
        todo: 'Reduce the water surface, not the air: leave the vents as they are.',
      }
    case 'dry':
      return {
        says: `${moist}, below target`,
        todo: 'Top up the water, then check again.',
      }
    case 'water':
      return { says: 'Water is due', todo: 'Top up with lukewarm water, from outside if you can.' }
    case 'turn':
      return { says: 'Turning by hand is overdue', todo: 'Turn the eggs now, then carry on as usual.' }
  }
}
/** Alarms look back three hours; what was so from the start has lasted longer. */
const LONG_MS = 2.8 * HOUR_MS

/** "since 03:47", or that it has been so for hours. @param at - says a time of day */
export function sinceWords(sinceMs: number, nowMs: number, at: (atMs: number) => string): string {
  // A sensor that has never been read.
  if (!Number.isFinite(sinceMs)) return 'since it was placed'
  const hours = (nowMs - sinceMs) / HOUR_MS
  if (nowMs - sinceMs < LONG_MS) return `since ${at(sinceMs)}`
  return hours < 4
    ? 'for hours'
    : hours < 48
      ? `for ${hours.toFixed(0)} hours`
      : `for ${(hours / 24).toFixed(0)} days`
}

/** What an excursion of warmth usually does. */
export const EFFECT_WORDS: Readonly<Record<WarmthEffect, string>> = {
  'kills-quickly': 'lethal within an hour',
  kills: 'kills many within hours',
  harms: 'harmful if it lasts',
  earlier: 'only an earlier hatch',
  later: 'only a later hatch',
  'harms-cold': 'so long and cold that weak embryos die',
}

const CHANNEL_WORDS = { first: 'first channel', second: 'second channel', both: 'all channels' } as const
export const OPENING_WORDS = {
  water: 'for water',
  turning: 'to turn',
  candling: 'to candle',
  hatching: 'at the hatch',
  other: '',
} as const

/** What happened at an incubator, in a few words. */
export function logWords(event: LogEvent, units: UnitSystem): string {
  switch (event.kind) {
    case 'watered':
      return `Water topped up, ${CHANNEL_WORDS[event.channel]}`
    case 'turned':
      return `Turned, ${event.sideUp} up`
    case 'vents':
      return `Vents ${ventWords(event.openPercent)}`
    case 'opened':
      return `Lid opened ${OPENING_WORDS[event.reason]}`.trim()
    case 'round':
      return 'Checked, all well'
    case 'alarm':
      return `Alarm: ${alarmWords({ code: event.alarm, value: event.value }, units).says}`
    case 'alarm-seen':
      return 'Alarm dismissed'
    case 'alarm-over':
      return 'Alarm over'
  }
}

export function ventWords(openPercent: number): string {
  if (openPercent === 0) return 'shut'
  if (openPercent === 100) return 'wide open'
  return openPercent === 33 ? 'a third open' : openPercent === 50 ? 'half open' : `${openPercent} % open`
}
