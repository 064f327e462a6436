import type { Egg } from '../contracts/records/egg-state.ts'
import { standingEvents } from '../contracts/records/events.ts'
import { isPictured, type LookRecord } from '../contracts/records/look-record.ts'
import { checksOf, type ProbeRecord } from '../contracts/records/probe-record.ts'
import type { RollUp } from '../contracts/records/readings-record.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { trayWeighings } from '../contracts/records/tray-record.ts'
import { incubatorOf } from '../contracts/records/whereabouts.ts'
import { ageInDays } from '../core/planning/incubation/day-count.ts'
import { hygrometerBias, saltCheck, USUAL_ERROR, type SetLoss } from '../core/water/hygrometer-bias.ts'
import { vapourDeficitDays, type AirSpan } from '../core/water/vapour-deficit-days.ts'
import { adviseHumidity, type HumidityAdvice } from '../core/water/humidity-advice.ts'
import { eggBody } from '../core/water/egg-body.ts'
import {
  lossAfter,
  lossLine,
  type EggWater,
  type LossEstimate,
  type LossLine,
} from '../core/water/loss-line.ts'
import { stepOf, weighingSd } from '../core/water/scale-doubt.ts'
import { setWater, withTrays, type SetWater } from '../core/water/set-water.ts'
import { volumeOfToldCell } from '../core/water/told-cell.ts'
import { conductance, dryingTorr } from '../core/water/vapour.ts'
import type { Measured } from '../core/measure/reading.ts'
import { SPECIES, type SpeciesName } from '../core/species/species.ts'
import type { Band } from '../core/climate/band.ts'
import { airWantedOf } from './air-wanted.ts'
import { figuresOfLook } from './look-figures.ts'
import { airNotedOf, airOf, type AirNoted } from './air-of-set.ts'
import { timelineOf } from './timeline.ts'

/** How a set loses water, and what to run from now on. */
export interface WaterOfSet {
  lines: ReadonlyMap<string, LossLine>
  /** Null before anything tells. */
  mean: SetWater | null
  advice: HumidityAdvice | null
  air: readonly AirSpan[]
  /** What the air rests on; null where no humidity was noted: the middle of what is usual is taken instead. */
  /** Humidity wanted until lockdown, %: where a method names one. */
  until: Band
  airNoted: AirNoted | null
  ageDays: number
  stopDay: number
  /** Loss by the last day of turning, shares of the mass when set: what is good, and the middle of it. */
  target: { low: number; high: number; middle: number }
  /** Mean loss at an age, the humidity of now going on after today. */
  lossAt: (ageDays: number) => Measured | null
  /** Conductance of each shell to water, mg a day and torr. */
  conductances: ReadonlyMap<string, number>
  /** Points by which the air is drier than the hygrometer says, as the eggs have it; null where nothing tells. */
  hygrometerBias: Measured | null
}

/** What was seen and weighed of an egg, by its age. */
/** @param stepG - in which the scale shows, g */
export function waterOfEgg(
  egg: Egg,
  looks: readonly LookRecord[],
  { setAt, stepG, species }: { setAt: string; stepG: number; species: SpeciesName },
): EggWater {
  return {
    cells: looks
      .filter(({ replaced }) => !replaced)
      .flatMap((look): Array<EggWater['cells'][number]> => {
        const { ageDays } = look
        if (!isPictured(look)) {
          const cell = look.airCell && volumeOfToldCell(look.airCell, { species, lengthMm: egg.lengthMm })
          return cell ? [{ ageDays, cell, by: 'eye' }] : []
        }
        const { airCell } = figuresOfLook(look)
        return airCell ? [{ ageDays, cell: airCell.volume }] : []
      })
      .sort((a, b) => a.ageDays - b.ageDays),
    weights: standingEvents(egg.events)
      .flatMap((event) =>
        event.kind === 'weighed'
          ? // What was weighed at intake bears no hour, or one before setting.
            [
              {
                ageDays: event.at === null ? 0 : daysFrom(setAt, event.at),
                grams: event.weightG,
                sdG: weighingSd(stepG),
              },
            ]
          : [],
      )
      .sort((a, b) => a.ageDays - b.ageDays),
  }
}

/** All that a set's eggs were ever weighed, g. */
function weightsOf(eggs: readonly Egg[]): number[] {
  return eggs.flatMap((egg) =>
    standingEvents(egg.events).flatMap((event) => (event.kind === 'weighed' ? [event.weightG] : [])),
  )
}

function daysFrom(setAt: string, at: string): number {
  return ageInDays(Date.parse(setAt), Date.parse(at))
}

/** Air without any moisture at the usual warmth: losses are counted by days of it. */
const DRY = { celsius: 37.5, rhPercent: 0 } as const

/** Mass when it was laid, g: weighed, else by its size, else as is usual. */
function massOf(egg: Egg, { species }: EggSet): number {
  const weighed = standingEvents(egg.events).find((event) => event.kind === 'weighed')
  if (weighed) return weighed.weightG
  const { lengthMm, breadthMm } = egg
  const callipers = lengthMm !== null && breadthMm !== null ? { lengthMm, breadthMm } : null
  return eggBody(species, { callipers }).freshMassG.value
}

/** How trays lose that were weighed whole with the same eggs in them; first by that, else by the eggs’ own first weights. */
function trayLines(
  set: EggSet,
  eggs: readonly Egg[],
  { air, stepG }: { air: readonly AirSpan[]; stepG: number },
): Array<{ perDryDay: Measured; eggs: number }> {
  const fresh = new Map(
    eggs.map((egg) => [
      egg.id,
      waterOfEgg(egg, [], { ...set, stepG }).weights.find(({ ageDays }) => ageDays <= 1),
    ]),
  )
  return set.trays.flatMap((tray) => {
    const weighings = trayWeighings(tray)
    const last = weighings.at(-1)
    if (!last) return []
    const key = (ids: readonly string[]): string => [...ids].sort().join()
    const same = weighings.filter(({ eggIds }) => key(eggIds) === key(last.eggIds))
    const own = last.eggIds.map((id) => fresh.get(id)?.grams ?? NaN)
    const sum = own.reduce((total, grams) => total + grams, 0)
    const trayStepG = stepOf(same.map(({ grams }) => grams))
    const weights = same.map(({ at, grams }) => ({
      ageDays: daysFrom(set.setAt, at),
      grams,
      sdG: weighingSd(trayStepG),
    }))
    const first = Number.isNaN(sum)
      ? []
      : [{ ageDays: 0, grams: sum, sdG: weighingSd(stepG) * Math.sqrt(own.length) }]
    const line = lossLine({ cells: [], weights: [...first, ...weights] }, air)
    return line ? [{ perDryDay: line.perDryDay, eggs: last.eggIds.length }] : []
  })
}

/** Estimates within this many days are pooled. */
const ONE_TIME_DAYS = 1

/** Mean losses of the eggs that count, one for each time at which they were seen or weighed. */
function lossesOver(lines: ReadonlyMap<string, LossLine>, outliers: readonly string[]): SetLoss[] {
  const times = new Map<number, LossEstimate[]>()
  for (const [id, { estimates }] of lines) {
    if (outliers.includes(id)) continue
    for (const estimate of estimates) {
      const time = Math.round(estimate.ageDays / ONE_TIME_DAYS)
      times.set(time, [...(times.get(time) ?? []), estimate])
    }
  }
  return [...times.values()].map((estimates) => {
    const mean = (of: (estimate: LossEstimate) => number): number =>
      estimates.reduce((sum, estimate) => sum + of(estimate), 0) / estimates.length
    const value = mean(({ loss }) => loss.value)
    const spread = Math.sqrt(mean(({ loss }) => (loss.value - value) ** 2))
    const own = mean(({ loss }) => loss.sd)
    return {
      ageDays: mean(({ ageDays }) => ageDays),
      vapourDeficitDays: mean((estimate) => estimate.vapourDeficitDays),
      loss: { value, sd: Math.hypot(spread, own) / Math.sqrt(estimates.length) },
    }
  })
}

/** What is known of the hygrometers of a set besides what its eggs say: checked, they are off by little. */
function hygrometerKnown(set: EggSet, probes: readonly ProbeRecord[]): Measured {
  const here = set.trays[0]?.incubatorId ?? null
  const isChecked = probes.some(
    (probe) =>
      incubatorOf(probe.events) === here && checksOf(probe).some(({ rhPercent }) => rhPercent !== null),
  )
  // A check is taken off already.
  return isChecked ? { value: 0, sd: saltCheck(0).sd } : USUAL_ERROR
}

/** What an egg of the set should have lost by now, between these shares of its fresh mass. */
export function lossAwaited(set: EggSet, hatchery: Hatchery, nowMs: number): [number, number] {
  const timeline = timelineOf(set, hatchery)
  const elapsed = Math.max(0, ageInDays(Date.parse(set.setAt), nowMs))
  const part = Math.min(1, elapsed / timeline.elapsedDaysAt(timeline.days.stopTurningDay))
  const [low, high] = SPECIES[set.species].waterLossPercent
  return [(low * part) / 100, (high * part) / 100]
}

/** @param nowMs - only looks and weighings are evidence; this says how far the set is */
export function waterOfSet(
  {
    set,
    eggs,
    looksByEgg,
  }: {
    set: EggSet
    eggs: readonly Egg[]
    looksByEgg: ReadonlyMap<string, readonly LookRecord[]>
  },
  {
    hatchery,
    probes,
    rollUps,
  }: { hatchery: Hatchery; probes: readonly ProbeRecord[]; rollUps: readonly RollUp[] },
  nowMs: number,
): WaterOfSet {
  const { altitudeM } = hatchery
  const { waterLossPercent } = SPECIES[set.species]
  const { until } = airWantedOf(set, hatchery)
  const timeline = timelineOf(set, hatchery)
  // Eggs lose by the clock, also while they have not begun to grow.
  const stopDay = timeline.elapsedDaysAt(timeline.days.stopTurningDay)
  const noted = airOf(set, probes, rollUps)
  const usual = (until.low + until.high) / 2
  const air = noted.length > 0 ? noted : [{ fromDays: 0, rhPercent: usual }]
  const ageDays = Math.max(0, ageInDays(Date.parse(set.setAt), nowMs))
  const [low, high] = [waterLossPercent[0] / 100, waterLossPercent[1] / 100]
  const target = { low, high, middle: (low + high) / 2 }
  const stepG = hatchery.scaleStepG ?? stepOf(weightsOf(eggs))
  const lines = new Map<string, LossLine>()
  for (const egg of eggs) {
    if (egg.removed) continue
    const line = lossLine(waterOfEgg(egg, looksByEgg.get(egg.id) ?? [], { ...set, stepG }), air)
    if (line) lines.set(egg.id, line)
  }
  const dry = vapourDeficitDays(air, ageDays)
  const mean = withTrays(setWater(lines, dry), trayLines(set, eggs, { air, stepG }))
  const rhPercent = air.at(-1)!.rhPercent
  const airNoted = airNotedOf(set, { probes, rollUps }, nowMs)
  return {
    lines,
    mean,
    advice:
      mean && !airNoted?.isOld
        ? adviseHumidity({
            perDryDay: mean.perDryDay,
            dry,
            ageDays,
            stopDay,
            target: target.middle,
            rhPercent,
          })
        : null,
    air,
    until,
    airNoted,
    ageDays,
    stopDay,
    target,
    lossAt: (age) => mean && lossAfter(mean.perDryDay, vapourDeficitDays(air, age)),
    conductances: new Map(
      eggs.flatMap((egg) => {
        const line = lines.get(egg.id)
        return line
          ? [[egg.id, conductance(massOf(egg, set), line.perDryDay.value, dryingTorr({ ...DRY, altitudeM }))]]
          : []
      }),
    ),
    hygrometerBias: hygrometerBias(lossesOver(lines, mean?.outliers ?? []), set.species, {
      known: hygrometerKnown(set, probes),
      altitudeM,
    }),
  }
}
