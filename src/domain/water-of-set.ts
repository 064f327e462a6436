import type { Egg } from '../contracts/egg-record.ts'
import { standingEvents } from '../contracts/events.ts'
import type { LookRecord } from '../contracts/look-record.ts'
import type { ProbeRecord } from '../contracts/probe-record.ts'
import type { RollUp } from '../contracts/readings-record.ts'
import type { EggSet } from '../contracts/set-record.ts'
import { ageInDays } from '../core/incubation/day-count.ts'
import { dryDays, type AirSpan } from '../core/moisture/dry-days.ts'
import { adviseHumidity, type HumidityAdvice } from '../core/moisture/humidity-advice.ts'
import { lossAfter, lossLine, type EggWater, type LossLine } from '../core/moisture/loss-line.ts'
import { setWater, type SetWater } from '../core/moisture/set-water.ts'
import type { Measured } from '../core/measure/reading.ts'
import { SPECIES } from '../core/species/species.ts'
import { figuresOfLook } from './look-figures.ts'
import { humiditiesAt } from './readings.ts'

/** How a set loses water, and what to run from now on. */
export interface WaterOfSet {
  lines: ReadonlyMap<string, LossLine>
  /** Null before anything tells. */
  mean: SetWater | null
  advice: HumidityAdvice | null
  air: readonly AirSpan[]
  /** No humidity was noted: the middle of what is usual is taken instead. */
  airAssumed: boolean
  ageDays: number
  stopDay: number
  /** Loss by the last day of turning, shares of the mass when set: what is good, and the middle of it. */
  target: { low: number; high: number; middle: number }
  /** Mean loss at an age, the humidity of now going on after today. */
  lossAt: (ageDays: number) => Measured | null
}

/** What was seen and weighed of an egg, by its age. */
export function waterOfEgg(egg: Egg, looks: readonly LookRecord[], setAt: string): EggWater {
  return {
    cells: looks
      .filter(({ replaced }) => !replaced)
      .flatMap((look) => {
        const { airCell } = figuresOfLook(look)
        return airCell ? [{ ageDays: look.ageDays, cell: airCell.volume }] : []
      })
      .sort((a, b) => a.ageDays - b.ageDays),
    weights: standingEvents(egg.events)
      .flatMap((event) =>
        event.kind === 'weighed'
          ? // What was weighed at intake bears no hour, or one before setting.
            [
              {
                ageDays: event.at === null ? 0 : Math.max(0, daysFrom(setAt, event.at)),
                grams: event.weightG,
              },
            ]
          : [],
      )
      .sort((a, b) => a.ageDays - b.ageDays),
  }
}

function daysFrom(setAt: string, at: string): number {
  return ageInDays(Date.parse(setAt), Date.parse(at))
}

/** A span of air for each day on which its humidity was noted. */
function airOf(set: EggSet, probes: readonly ProbeRecord[], rollUps: readonly RollUp[]): AirSpan[] {
  const byDay = new Map<number, number[]>()
  for (const { atMs, rhPercent } of humiditiesAt(set.trays, probes, rollUps)) {
    const day = Math.floor(ageInDays(Date.parse(set.setAt), atMs))
    if (day < 0) continue
    const known = byDay.get(day)
    if (known) known.push(rhPercent)
    else byDay.set(day, [rhPercent])
  }
  return [...byDay]
    .sort(([a], [b]) => a - b)
    .map(([fromDays, values]) => ({
      fromDays,
      rhPercent: values.reduce((sum, value) => sum + value, 0) / values.length,
    }))
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
  { probes, rollUps }: { probes: readonly ProbeRecord[]; rollUps: readonly RollUp[] },
  nowMs: number,
): WaterOfSet {
  const { stopTurningDay: stopDay, waterLossPercent, humidityPercent } = SPECIES[set.species]
  const noted = airOf(set, probes, rollUps)
  const usual = (humidityPercent[0] + humidityPercent[1]) / 2
  const air = noted.length > 0 ? noted : [{ fromDays: 0, rhPercent: usual }]
  const ageDays = Math.max(0, ageInDays(Date.parse(set.setAt), nowMs))
  const [low, high] = [waterLossPercent[0] / 100, waterLossPercent[1] / 100]
  const target = { low, high, middle: (low + high) / 2 }
  const lines = new Map<string, LossLine>()
  for (const egg of eggs) {
    if (egg.removed) continue
    const line = lossLine(waterOfEgg(egg, looksByEgg.get(egg.id) ?? [], set.setAt), air)
    if (line) lines.set(egg.id, line)
  }
  const dry = dryDays(air, ageDays)
  const mean = setWater(lines, dry)
  const rhPercent = air.at(-1)!.rhPercent
  return {
    lines,
    mean,
    advice:
      mean &&
      adviseHumidity({ perDryDay: mean.perDryDay, dry, ageDays, stopDay, target: target.middle, rhPercent }),
    air,
    airAssumed: noted.length === 0,
    ageDays,
    stopDay,
    target,
    lossAt: (age) => mean && lossAfter(mean.perDryDay, dryDays(air, age)),
  }
}
