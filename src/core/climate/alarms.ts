import { HOUR_MS, MINUTE_MS } from '../time/durations.ts'
import type { Band, ClimateBand } from './band.ts'
import { HOT } from './excursions.ts'
import { runningMeans } from './running-mean.ts'
import { HOLDS_MS, type Sample } from './time-in-band.ts'

/** In the order of what cannot wait. */
export const ALARM_CODES = ['too-hot', 'hot', 'silent', 'cold', 'moist', 'dry', 'water', 'turn'] as const
export type AlarmCode = (typeof ALARM_CODES)[number]

export interface Alarm {
  code: AlarmCode
  /** Null where it is of the incubator as a whole. */
  probeId: string | null
  sinceMs: number
  /** °C or percent: of too much heat the highest of the last hour, else the mean of an hour; null where nothing was read. */
  value: number | null
  /** Too much heat that is not read any more, but was within the hour. */
  isEasing?: boolean
}

/** Of these the highest value is the worst, of the others the lowest. */
const HIGH_IS_WORSE: ReadonlySet<AlarmCode> = new Set(['too-hot', 'hot', 'moist'])

/** Alarms of all sensors of one incubator as one has to act on them: what several tell is one. Silence is each one’s own. */
export function mergedAlarms(alarms: readonly Alarm[]): Alarm[] {
  const byCode = new Map<string, Alarm>()
  for (const alarm of alarms) {
    const key = alarm.code === 'silent' ? `silent/${alarm.probeId}` : alarm.code
    const known = byCode.get(key)
    if (!known) byCode.set(key, alarm.code === 'silent' ? alarm : { ...alarm, probeId: null })
    else
      byCode.set(key, {
        ...known,
        sinceMs: Math.min(known.sinceMs, alarm.sinceMs),
        value: worse(alarm.code, known.value, alarm.value),
        ...(known.isEasing === alarm.isEasing ? {} : { isEasing: false }),
      })
  }
  return [...byCode.values()]
}

function worse(code: AlarmCode, a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b
  return HIGH_IS_WORSE.has(code) ? Math.max(a, b) : Math.min(a, b)
}

/** By so much more than when it came on it is news, °C or percent: less is the same cause in full. */
const WORSE_BY: Partial<Record<AlarmCode, number>> = { 'too-hot': 0.5, hot: 1, cold: 1, moist: 8, dry: 8 }

/** Whether an alarm is plainly worse than another of its kind was. Of those without a figure each is as bad as the last. */
export function isWorse(code: AlarmCode, value: number | null, than: number | null): boolean {
  const by = WORSE_BY[code]
  if (by === undefined) return true
  if (value === null || than === null) return false
  return (HIGH_IS_WORSE.has(code) ? value - than : than - value) >= by
}

/** A sensor from which readings are awaited by itself. */
export interface WatchedProbe {
  id: string
  /** Of the last hours, in the order of time. */
  celsius: readonly Sample[]
  rhPercent: readonly Sample[]
  /** When anything was last heard of it, epoch milliseconds; null: never. */
  heardMs: number | null
}

export interface Watched {
  band: ClimateBand
  probes: readonly WatchedProbe[]
  /** Water was last topped up; null where nobody has noted it. */
  wateredMs: number | null
  waterEveryMs: number
  /** A turn by hand is due since then; null where none is. */
  turnDueMs: number | null
  nowMs: number
}

/** A sensor that says nothing for so long has fallen silent: most send each minute. */
export const SILENT_MS = 10 * MINUTE_MS

/** What needs somebody now, what cannot wait first. Too hot is told at once, all else when it lasts. */
export function alarmsOf(watched: Watched): Alarm[] {
  const { probes, band, wateredMs, waterEveryMs, turnDueMs, nowMs } = watched
  const alarms = probes.flatMap((probe) => alarmsOfProbe(probe, band, nowMs))
  if (wateredMs !== null && nowMs - wateredMs > waterEveryMs)
    alarms.push({ code: 'water', probeId: null, sinceMs: wateredMs + waterEveryMs, value: null })
  if (turnDueMs !== null && turnDueMs <= nowMs)
    alarms.push({ code: 'turn', probeId: null, sinceMs: turnDueMs, value: null })
  return alarms.sort(
    (a, b) => ALARM_CODES.indexOf(a.code) - ALARM_CODES.indexOf(b.code) || a.sinceMs - b.sinceMs,
  )
}

function alarmsOfProbe(
  { id, celsius, rhPercent, heardMs }: WatchedProbe,
  band: ClimateBand,
  nowMs: number,
): Alarm[] {
  const alarms: Alarm[] = []
  const add = (code: AlarmCode, spell: Spell | null): void => {
    if (spell) alarms.push({ code, probeId: id, ...spell })
  }
  if (heardMs !== null && nowMs - heardMs > SILENT_MS)
    alarms.push({ code: 'silent', probeId: id, sinceMs: heardMs, value: null })
  const tooHot = heatSpell(celsius, HOT.harms + band.aboveEggsC, nowMs)
  if (tooHot) add('too-hot', tooHot)
  else add('hot', spellOutside(celsius, { band: band.celsius, side: 'high', ...OF_WARMTH }, nowMs))
  add('cold', spellOutside(celsius, { band: band.celsius, side: 'low', ...OF_WARMTH }, nowMs))
  add('moist', spellOutside(rhPercent, { band: band.rhPercent, side: 'high', ...OF_MOISTURE }, nowMs))
  add('dry', spellOutside(rhPercent, { band: band.rhPercent, side: 'low', ...OF_MOISTURE }, nowMs))
  return alarms
}

/**
 * How far back within its limit a value must be before an alarm may end, since readings at a limit come and go; and how
 * far beyond the band a value counts in a mean: an open lid is no cold night.
 */
const OF_WARMTH = { clearBy: 0.15, countsBeyond: 1 } as const
const OF_MOISTURE = { clearBy: 2, countsBeyond: 10 } as const

type Spell = Pick<Alarm, 'sinceMs' | 'isEasing'> & { value: number }

function areSpokenFor(samples: readonly Sample[], nowMs: number): boolean {
  return samples.length > 0 && nowMs - samples.at(-1)!.atMs <= HOLDS_MS
}

/** Heat is told at once, and is over when none was read for so long: by a swinging thermostat it comes back. */
const HEAT_IS_OVER_MS = HOUR_MS

function heatSpell(samples: readonly Sample[], limit: number, nowMs: number): Spell | null {
  if (!areSpokenFor(samples, nowMs)) return null
  const eases = limit - OF_WARMTH.clearBy
  let spell: { sinceMs: number; heatMs: number } | null = null
  for (const { atMs, value } of samples) {
    if (spell && atMs - spell.heatMs > HEAT_IS_OVER_MS) spell = null
    if (value >= limit) spell ??= { sinceMs: atMs, heatMs: atMs }
    if (spell && value >= eases) spell.heatMs = atMs
  }
  if (!spell || nowMs - spell.heatMs > HEAT_IS_OVER_MS) return null
  const lately = samples.filter(({ atMs }) => atMs >= nowMs - HEAT_IS_OVER_MS)
  return {
    sinceMs: spell.sinceMs,
    value: Math.max(...lately.map(({ value }) => value)),
    isEasing: samples.at(-1)!.value < eases,
  }
}

/** What was outside for most of so long (its median) is no opening and no stroke of the thermostat. */
const SPAN_MS = HOUR_MS
/** A mean over so long tells of strokes that are worse on one side, and an opening does not count in it. */
const LONG_MS = 3 * HOUR_MS
/** A long mean of which less is known than this share says nothing. */
const KNOWN = 0.9
/** So much of this time must have been clear before it is over. */
const CLEAR_MS = 30 * MINUTE_MS

/**
 * The alarm that is on at the end of the samples. It comes on when the hour's mean is outside, and its median is, too,
 * or the mean of three hours. It ends when that is over and most of half an hour was clear of the limit (deadband and
 * off-delay, as alarm systems have them).
 * @see IEC 62682:2014 Management of alarm systems for the process industries, deadband and off-delay.
 */
function spellOutside(
  samples: readonly Sample[],
  limits: { band: Band; side: 'high' | 'low'; clearBy: number; countsBeyond: number },
  nowMs: number,
): Spell | null {
  if (!areSpokenFor(samples, nowMs)) return null
  const { band, side, countsBeyond } = limits
  const width = band.high - band.low
  // A narrow band must leave room in its middle.
  const clearBy = Math.min(limits.clearBy, width / 4)
  const beyond = (value: number): number => (side === 'high' ? value - band.high : band.low - value)
  const over = (spanMs: number, figure: (by: number) => number) =>
    runningMeans(samples, nowMs, spanMs, (value) => figure(beyond(value)))
  const counted = (by: number): number => Math.max(-width - countsBeyond, Math.min(countsBeyond, by))
  const [hour, hours] = [over(SPAN_MS, counted), over(LONG_MS, counted)]
  const shareOut = over(SPAN_MS, (by) => (by > 0 ? 1 : 0))
  const shareClear = over(CLEAR_MS, (by) => (by <= -clearBy ? 1 : 0))
  let sinceMs: number | null = null
  for (const [i, { atMs, mean, known }] of hour.entries()) {
    const isOutLong = hours[i]!.mean > 0 && hours[i]!.known >= KNOWN
    if (known === 0) sinceMs = null
    else if (mean > 0 && (shareOut[i]!.mean >= 0.5 || isOutLong)) sinceMs ??= atMs - SPAN_MS / 2
    else if (shareClear[i]!.mean >= 0.5) sinceMs = null
  }
  if (sinceMs === null) return null
  const { mean, known } = runningMeans(samples, nowMs, SPAN_MS, (value) => value).at(-1)!
  return { sinceMs: Math.max(sinceMs, samples[0]!.atMs), value: mean / known }
}
