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
export function joined(alarms: readonly Alarm[]): Alarm[] {
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
const OFF_MS = 30 * 60_000
/** A sensor that says nothing for so long has fallen silent: most send each minute. */
export const SILENT_MS = 10 * 60_000

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
  const add = (code: AlarmCode, off: { sinceMs: number; value: number } | null): void => {
    if (off) alarms.push({ code, probeId: id, ...off })
  }
  if (heardMs !== null && nowMs - heardMs > SILENT_MS)
    alarms.push({ code: 'silent', probeId: id, sinceMs: heardMs, value: null })
  const harms = HOT.harms + warmerThanEggs(band)
  const last = celsius.at(-1)
  const isFresh = last !== undefined && nowMs - last.atMs <= HOLDS_MS
  if (isFresh && last.value >= harms) {
    const since = offSince(celsius, { low: -Infinity, high: harms - 1e-9 }, nowMs)
    add('too-hot', { sinceMs: since?.sinceMs ?? last.atMs, value: last.value })
  } else add('hot', lasting(offSince(celsius, { low: -Infinity, high: band.celsius.high }, nowMs), nowMs))
  add('cold', lasting(offSince(celsius, { low: band.celsius.low, high: Infinity }, nowMs), nowMs))
  add('moist', lasting(offSince(rhPercent, { low: -Infinity, high: band.rhPercent.high }, nowMs), nowMs))
  add('dry', lasting(offSince(rhPercent, { low: band.rhPercent.low, high: Infinity }, nowMs), nowMs))
  return alarms
}

function lasting<T extends { sinceMs: number }>(off: T | null, nowMs: number): T | null {
  return off && nowMs - off.sinceMs >= OFF_MS ? off : null
}

/** Since when the latest readings have all been off; null where the latest is not, or is too old to speak for now. */
function offSince(
  samples: readonly Sample[],
  { low, high }: Band,
  nowMs: number,
): { sinceMs: number; value: number } | null {
  const last = samples.at(-1)
  if (!last || nowMs - last.atMs > HOLDS_MS) return null
  let sinceMs: number | null = null
  for (let i = samples.length - 1; i >= 0; i--) {
    const { atMs, value } = samples[i]!
    const isLinked = sinceMs === null || sinceMs - atMs <= HOLDS_MS
    if (!isLinked || (value >= low && value <= high)) break
    sinceMs = atMs
  }
  return sinceMs === null ? null : { sinceMs, value: last.value }
}
