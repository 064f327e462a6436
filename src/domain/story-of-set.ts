import { notesOf } from '../contracts/records/egg-state.ts'
import { type Egg } from '../contracts/records/egg-state.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import { logEvents, type IncubatorLog } from '../contracts/records/incubator-log.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import type { ProbeRecord } from '../contracts/records/probe-record.ts'
import type { RollUp } from '../contracts/records/readings-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { incubatorAt } from '../contracts/records/whereabouts.ts'
import type { EggStory, SetStory } from '../core/diagnosis/story.ts'
import type { Band } from '../core/climate/band.ts'
import { TARGET_CELSIUS } from '../core/planning/incubation/development.ts'
import { vapourDeficitDays } from '../core/water/vapour-deficit-days.ts'
import { lossAfter } from '../core/water/loss-line.ts'
import { airWantedOf } from './air-wanted.ts'
import { daysBetween, localDateOf } from '../core/time/local-date.ts'
import { HOUR_MS, DAY_MS } from '../core/time/durations.ts'
import { deathOf, eggOutcome } from './egg-outcomes.ts'
import { humiditiesAt } from './readings.ts'
import { timelineOf } from './timeline.ts'
import { waterOfSet } from './water-of-set.ts'
/** On fewer days than this a thermometer was only looked at in passing. */
const FEWEST_DAYS = 3
/** What candlers note of an air cell that was shaken loose. */
const LOOSE_CELL = 'loose air cell'

/** What else is in the book. */
export interface StorySources {
  hatchery: Hatchery
  looksByEgg: ReadonlyMap<string, readonly LookRecord[]>
  probes: readonly ProbeRecord[]
  rollUps: readonly RollUp[]
  logs: readonly IncubatorLog[]
}

/** When a set's lid was to stay shut from: as it was ticked, else by its own days. Epoch milliseconds. */
export function lockdownMs(set: EggSet, hatchery: Hatchery): number {
  const ticked = set.done.find(({ key }) => key === 'lockdown')
  const timeline = timelineOf(set, hatchery)
  return ticked ? Date.parse(ticked.at) : timeline.instantAt(timeline.days.stopTurningDay)
}

/** What the book knows of a set, for its diagnosis. @param nowMs - until when */
export function storyOfSet(
  { set, eggs }: { set: EggSet; eggs: readonly Egg[] },
  sources: StorySources,
  nowMs: number,
): SetStory {
  const { hatchery, looksByEgg, probes, rollUps } = sources
  const setMs = Date.parse(set.setAt)
  const setOn = localDateOf(setMs, hatchery.zone)
  const water = waterOfSet({ set, eggs, looksByEgg }, { hatchery, probes, rollUps }, nowMs)
  const dry = vapourDeficitDays(water.air, water.stopDay)
  const timeline = timelineOf(set, hatchery)
  const { days } = timeline
  // How warm it was is among the causes, and so no part of when the chicks were due.
  const dueMs = setMs + days.incubationDays * DAY_MS + set.plan.delayHours * HOUR_MS
  // Who ticked no sign at all did not look for any; who notes no crack does not look for cracks.
  const anySigns = eggs.some(({ outcome }) => (outcome?.signs ?? []).length > 0)
  const anyCracks = eggs.some(({ crack }) => crack !== 'none')
  const anyNoted = eggs.some((egg) => egg.mark !== '' || notesOf(egg).length > 0)
  const story = (egg: Egg): EggStory => {
    const batch = set.batches.find(({ id }) => id === egg.batchId)
    const line = water.lines.get(egg.id)
    const { outcome, place } = egg
    return {
      fate: eggOutcome(egg, days.incubationDays),
      death: deathOf(egg, looksByEgg.get(egg.id) ?? [], timeline),
      cracked: anyCracks ? egg.crack !== 'none' : null,
      storageDays: egg.laidOn === null ? null : Math.max(0, daysBetween(egg.laidOn, setOn)),
      posted: batch?.posted ?? null,
      looseCell: anyNoted
        ? egg.mark === LOOSE_CELL || notesOf(egg).some(({ text }) => text === LOOSE_CELL)
        : null,
      place: place && { trayId: place.trayId, row: place.row, column: place.column },
      loss: line ? lossAfter(line.perDryDay, dry).value : null,
      signs: anySigns && outcome && outcome.found !== 'hatched' ? (outcome.signs ?? []) : null,
      outHours: outcome?.found === 'hatched' ? (Date.parse(outcome.at) - dueMs) / HOUR_MS : null,
    }
  }
  return {
    eggs: eggs.map(story),
    goodLoss: water.target.middle,
    ...airOf(set, sources),
    openings: openingsOf(set, sources, nowMs),
  }
}

function airOf(
  set: EggSet,
  { hatchery, probes, rollUps }: StorySources,
): Pick<SetStory, 'celsiusOver' | 'rhOver' | 'lockdownRhOver'> {
  const fromMs = Date.parse(set.setAt)
  const lockedMs = lockdownMs(set, hatchery)
  const hatchMs = timelineOf(set, hatchery).hatchAtMs + 2 * DAY_MS
  const incubator = hatchery.incubators.find(({ id }) => id === set.trays[0]?.incubatorId)
  const wanted = airWantedOf(set, hatchery)
  const warmth = set.temperatures.map(({ atMs, celsius }) => ({ atMs, value: celsius }))
  const moisture = humiditiesAt(set.trays, probes, rollUps).map(({ atMs, rhPercent }) => ({
    atMs,
    value: rhPercent,
  }))
  return {
    celsiusOver: over(
      meanOfDays(warmth, { fromMs, toMs: lockedMs }),
      TARGET_CELSIUS[incubator?.airflow ?? 'forced'],
    ),
    rhOver: over(meanOfDays(moisture, { fromMs, toMs: lockedMs }), middle(wanted.until)),
    lockdownRhOver: over(
      meanOfDays(moisture, { fromMs: lockedMs, toMs: hatchMs, fewestDays: 1 }),
      middle(wanted.from),
    ),
  }
}

function middle({ low, high }: Band): number {
  return (low + high) / 2
}

function over(mean: number | null, target: number): number | null {
  return mean === null ? null : mean - target
}

/** Mean of the days’ means; null of too few days. */
function meanOfDays(
  readings: ReadonlyArray<{ atMs: number; value: number }>,
  { fromMs, toMs, fewestDays = FEWEST_DAYS }: { fromMs: number; toMs: number; fewestDays?: number },
): number | null {
  const days = new Map<number, number[]>()
  for (const { atMs, value } of readings) {
    if (atMs < fromMs || atMs >= toMs) continue
    const day = Math.floor((atMs - fromMs) / DAY_MS)
    const known = days.get(day)
    if (known) known.push(value)
    else days.set(day, [value])
  }
  if (days.size < fewestDays) return null
  return meanOf([...days.values()].map(meanOf))
}

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length
}

/** How often the lid was off from lockdown on; null where its openings are never noted. */
function openingsOf(set: EggSet, { hatchery, logs }: StorySources, nowMs: number): number | null {
  const fromMs = lockdownMs(set, hatchery)
  const toMs = Math.min(nowMs, timelineOf(set, hatchery).hatchAtMs + 3 * DAY_MS)
  const tray = set.trays[0]
  const incubatorId = tray ? incubatorAt(tray.events, fromMs + HOUR_MS) : null
  if (incubatorId === null) return null
  const opened = logEvents(logs, incubatorId)
    .filter(({ kind }) => kind === 'opened')
    .map(({ at }) => Date.parse(at))
  if (!opened.some((atMs) => atMs >= Date.parse(set.setAt))) return null
  return opened.filter((atMs) => atMs >= fromMs && atMs <= toMs).length
}
