import { MINUTE_MS } from '../time/durations.ts'
import { warmerThanEggs, type Band, type ClimateBand } from './band.ts'
import { HOT } from './excursions.ts'
import { HOLDS_MS, type Sample } from './time-in-band.ts'

/** In the order of what cannot wait. */
export const ALARM_CODES = ['too-hot', 'hot', 'silent', 'cold', 'moist', 'dry', 'water', 'turn'] as const
export type AlarmCode = (typeof ALARM_CODES)[number]

export interface Alarm {
  code: AlarmCode
  /** Null where it is of the incubator as a whole. */
  probeId: string | null
  sinceMs: number
  /** °C or percent; null where nothing was read. */
  value: number | null
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
      })
  }
  return [...byCode.values()]
}

function worse(code: AlarmCode, a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b
  return HIGH_IS_WORSE.has(code) ? Math.max(a, b) : Math.min(a, b)
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

/** Off for so long it is no opening any more. */
const OFF_MS = 30 * MINUTE_MS
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
  const harms = HOT.harms + warmerThanEggs(band)
  const warmth = CLEAR_BY.celsius
  const tooHot = spellOf(celsius, nowMs, {
    isOff: (value) => value >= harms,
    isClear: (value) => value < harms - warmth,
    comesOnAfterMs: 0,
  })
  const side = (
    samples: readonly Sample[],
    { low, high }: Band,
    which: 'high' | 'low',
    clearBy: number,
  ): Spell | null => {
    // A narrow band must leave room in its middle.
    const by = Math.min(clearBy, (high - low) / 4)
    return spellOf(samples, nowMs, {
      isOff: (value) => (which === 'high' ? value > high : value < low),
      isClear: (value) => (which === 'high' ? value <= high - by : value >= low + by),
      comesOnAfterMs: OFF_MS,
    })
  }
  if (tooHot) add('too-hot', tooHot)
  else add('hot', side(celsius, band.celsius, 'high', warmth))
  add('cold', side(celsius, band.celsius, 'low', warmth))
  add('moist', side(rhPercent, band.rhPercent, 'high', CLEAR_BY.rhPercent))
  add('dry', side(rhPercent, band.rhPercent, 'low', CLEAR_BY.rhPercent))
  return alarms
}

/** How far back within its limit a value must be before an alarm may end, and for how long: readings at a limit come and go. */
const CLEAR_BY = { celsius: 0.15, rhPercent: 2 } as const
const CLEAR_MS = 10 * MINUTE_MS

interface Spell {
  sinceMs: number
  /** The latest value. */
  value: number
}

/**
 * The alarm that is on at the end of the samples. It comes on when all of them have been off for a while, and ends when
 * all have been clear for a while (hysteresis and off-delay, as alarm systems have them); what is too old says nothing.
 * @see IEC 62682:2014 Management of alarm systems for the process industries, deadband and off-delay.
 */
function spellOf(
  samples: readonly Sample[],
  nowMs: number,
  {
    isOff,
    isClear,
    comesOnAfterMs,
  }: { isOff: (value: number) => boolean; isClear: (value: number) => boolean; comesOnAfterMs: number },
): Spell | null {
  const last = samples.at(-1)
  if (!last || nowMs - last.atMs > HOLDS_MS) return null
  let offMs: number | null = null
  let clearMs: number | null = null
  let isOn = false
  let before = -Infinity
  for (const { atMs, value } of samples) {
    if (atMs - before > HOLDS_MS) [offMs, clearMs, isOn] = [null, null, false]
    before = atMs
    if (isOff(value)) {
      offMs ??= atMs
      clearMs = null
    } else if (!isOn) offMs = null
    else if (!isClear(value)) clearMs = null
    else {
      clearMs ??= atMs
      if (atMs - clearMs >= CLEAR_MS) [offMs, clearMs, isOn] = [null, null, false]
    }
    if (offMs !== null && atMs - offMs >= comesOnAfterMs) isOn = true
  }
  const lasts = offMs !== null && (isOn || nowMs - offMs >= comesOnAfterMs)
  return lasts ? { sinceMs: offMs!, value: last.value } : null
}
