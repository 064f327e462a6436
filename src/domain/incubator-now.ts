import { airWantedOf } from './air-wanted.ts'
import { isIn, type Egg } from '../contracts/records/egg-state.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import { logEvents, type IncubatorLog, type LogEvent } from '../contracts/records/incubator-log.ts'
import type { Incubator } from '../contracts/records/incubator-record.ts'
import { corrector, type ProbeRecord } from '../contracts/records/probe-record.ts'
import type { ProbeReading } from '../contracts/records/readings-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { incubatorOf, staysOf } from '../contracts/records/whereabouts.ts'
import { alarmsOf, mergedAlarms, type Alarm } from '../core/climate/alarms.ts'
import { climateBand, type ClimateBand } from '../core/climate/band.ts'
import { roundHours, roundState, type RoundState } from '../core/climate/round.ts'
import type { Sample } from '../core/climate/time-in-band.ts'
import { SIDES, type Side } from '../core/planning/incubation/turning.ts'
import { HOUR_MS } from '../core/time/durations.ts'
import { handTurningOf, type HandTurning } from './hand-turning.ts'
import { scheduleOf } from './set-schedule.ts'

/** How an incubator stands at a moment. */
export interface IncubatorNow {
  incubator: Incubator
  /** Sets of which eggs lie in it, started and not over. */
  sets: EggSet[]
  band: ClimateBand
  /** Probes that stand in it. */
  probes: ProbeRecord[]
  /** Corrected readings of the last hours, by probe. */
  celsius: ReadonlyMap<string, readonly Sample[]>
  rhPercent: ReadonlyMap<string, readonly Sample[]>
  log: readonly LogEvent[]
  /** Null where nothing lies in it. */
  round: RoundState | null
  /** Turning by hand; null where none is asked for. */
  turning: RoundState | null
  /** The mark that is up; null while nobody has turned. */
  sideUp: Side | null
  alarms: Alarm[]
}
/** Whatever was done counts for the round. */
const ROUND_KINDS: ReadonlySet<LogEvent['kind']> = new Set(['round', 'watered', 'turned', 'vents'])

export interface Place {
  hatchery: Hatchery
  sets: readonly EggSet[]
  eggsBySet: ReadonlyMap<string, readonly Egg[]>
  probes: readonly ProbeRecord[]
  logs: readonly IncubatorLog[]
  /** Readings of the last hours by probe, in the order of time. */
  recent: ReadonlyMap<string, readonly ProbeReading[]>
  /** When a probe was last heard, where that is longer ago. */
  lastHeard: ReadonlyMap<string, number>
}

/** What probes said lately, as it would be if they were right. */
function corrected(
  probes: Place['probes'],
  recent: Place['recent'],
): { celsius: Map<string, Sample[]>; rhPercent: Map<string, Sample[]> } {
  const celsius = new Map<string, Sample[]>()
  const rhPercent = new Map<string, Sample[]>()
  for (const probe of probes) {
    const correct = corrector(probe)
    const readings = recent.get(probe.id) ?? []
    const samples = (what: 'celsius' | 'rhPercent'): Sample[] =>
      readings.flatMap((reading) => {
        const shown = reading[what]
        return shown === null ? [] : [{ atMs: reading.atMs, value: correct(what, reading.atMs, shown) }]
      })
    celsius.set(probe.id, samples('celsius'))
    rhPercent.set(probe.id, samples('rhPercent'))
  }
  return { celsius, rhPercent }
}

export function incubatorNow(incubator: Incubator, place: Place, nowMs: number): IncubatorNow {
  const { hatchery, eggsBySet, logs, recent, lastHeard } = place
  const sets = place.sets.filter(
    (set) =>
      isAtWork(set) &&
      set.trays.some(
        (tray) =>
          tray.incubatorId === incubator.id &&
          (eggsBySet.get(set.id) ?? []).some((egg) => isIn(egg) && egg.place?.trayId === tray.id),
      ),
  )
  const band = climateBand(
    sets.map((set) => ({ wanted: airWantedOf(set, hatchery), lockedDown: isTicked(set, 'lockdown') })),
    incubator.airflow,
  )
  const probes = place.probes.filter(({ events }) => incubatorOf(events) === incubator.id)
  const { celsius, rhPercent } = corrected(probes, recent)
  const log = logEvents(logs, incubator.id)
  const madeAt = (counts: (event: LogEvent) => boolean): number[] =>
    log.filter(counts).map(({ at }) => Date.parse(at))
  const sinceMs = Math.min(...sets.map(({ setAt }) => Date.parse(setAt)))
  const turns = turnedNow(sets, hatchery, nowMs)
  const stateOf = (hours: readonly number[], made: (event: LogEvent) => boolean, fromMs: number) =>
    roundState({ hours, madeMs: madeAt(made), sinceMs: fromMs }, nowMs, hatchery.zone)
  const turning = turns === null ? null : stateOf(turns.hours, ({ kind }) => kind === 'turned', turns.fromMs)
  const round =
    sets.length === 0
      ? null
      : stateOf(roundHours(incubator.roundsADay), ({ kind }) => ROUND_KINDS.has(kind), sinceMs)
  const watered = log.findLast(({ kind }) => kind === 'watered')
  const sideUp = log.findLast((event) => event.kind === 'turned')?.sideUp ?? null
  const sensors = probes.filter(({ sensor }) => sensor !== null)
  const turnDueMs = turning?.dueMs ?? null
  const alarms =
    sets.length === 0
      ? []
      : mergedAlarms(
          alarmsOf({
            band,
            probes: sensors.map(({ id, events }) => ({
              id,
              celsius: celsius.get(id)!,
              rhPercent: rhPercent.get(id)!,
              // One that was never heard is silent since it was put there.
              heardMs:
                recent.get(id)?.at(-1)?.atMs ?? lastHeard.get(id) ?? staysOf(events).at(-1)?.fromMs ?? null,
            })),
            wateredMs: watered ? Date.parse(watered.at) : null,
            waterEveryMs: incubator.waterHours * HOUR_MS,
            turnDueMs:
              turnDueMs !== null && turnDueMs + hatchery.turnGraceHours * HOUR_MS <= nowMs ? turnDueMs : null,
            nowMs,
          }),
        )
  return { incubator, sets, band, probes, celsius, rhPercent, log, round, turning, sideUp, alarms }
}

function isTicked(set: EggSet, key: string): boolean {
  return set.done.some((item) => item.key === key)
}

function isAtWork(set: EggSet): boolean {
  return isTicked(set, 'set') && !isTicked(set, 'give-up')
}

/** How the eggs of these sets are turned by hand now, by the one that is turned most often; null where none is. */
function turnedNow(sets: readonly EggSet[], hatchery: Hatchery, nowMs: number): HandTurning | null {
  const turned = sets.flatMap((set) => {
    const stop = scheduleOf(set, hatchery).find(({ kind }) => kind === 'stop-turning')
    const isOver =
      isTicked(set, 'stop-turning') || isTicked(set, 'lockdown') || (stop && nowMs >= stop.startMs)
    const turning = handTurningOf(set, hatchery)
    return turning && !isOver && turning.fromMs <= nowMs ? [turning] : []
  })
  if (turned.length === 0) return null
  const { hours } = turned.reduce((most, next) => (next.hours.length > most.hours.length ? next : most))
  return { hours, fromMs: Math.min(...turned.map(({ fromMs }) => fromMs)) }
}

/** The mark that comes up with the next turn. */
export function nextSide(sideUp: Side | null): Side {
  return sideUp === SIDES[0] ? SIDES[1] : SIDES[0]
}
