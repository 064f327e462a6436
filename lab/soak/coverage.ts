import { cellFromLoss } from '../../src/core/water/cell-water.ts'
import { vapourDeficitDays, type AirSpan } from '../../src/core/water/vapour-deficit-days.ts'
import { lossLine, type EggWater, type LossLine } from '../../src/core/water/loss-line.ts'
import { stepOf, weighingSd } from '../../src/core/water/scale-doubt.ts'
import { setWater } from '../../src/core/water/set-water.ts'
import { createRandom, type Random } from '../../src/core/random/random.ts'

/** How eggs of a simulated set are watched. */
interface Watch {
  name: string
  eggs: number
  grams: number
  /** Days of weighing, negative before setting; none where only photographs tell. */
  weighedOn: readonly number[]
  stepG: number
  photographedOn: readonly number[]
}

const DAILY = Array.from({ length: 18 }, (_, day) => day)
const HEN = { eggs: 24, grams: 58, photographedOn: [] as number[] }
const QUAIL = { eggs: 6, grams: 11, photographedOn: [] as number[] }
const STEPS = [0.05, 0.1, 1] as const
const PHOTO_SD = 0.008

const WATCHES: readonly Watch[] = [
  ...STEPS.flatMap((stepG): Watch[] => [
    { ...HEN, name: `hens, three days, ${stepG} g`, weighedOn: [0, 7, 14], stepG },
    { ...HEN, name: `hens, daily, ${stepG} g`, weighedOn: DAILY, stepG },
    { ...HEN, name: `hens, first on day 2, ${stepG} g`, weighedOn: [2, 9, 16], stepG },
    { ...QUAIL, name: `quail, three days, ${stepG} g`, weighedOn: [0, 6, 12], stepG },
    { ...QUAIL, name: `quail, daily, ${stepG} g`, weighedOn: DAILY.slice(0, 14), stepG },
  ]),
  { ...HEN, name: 'hens, ten days before setting and on day 14', weighedOn: [-10, 14], stepG: 0.1 },
  { ...HEN, name: 'hens, photographs', weighedOn: [], stepG: 0.1, photographedOn: [7, 10, 14] },
  {
    ...HEN,
    name: 'hens, photographs and two weighings',
    weighedOn: [0, 14],
    stepG: 0.1,
    photographedOn: [7, 14],
  },
]

interface SimulatedEgg {
  id: string
  rate: number
  water: { cells: EggWater['cells'][number][]; weights: EggWater['weights'][number][] }
}

/** Truth by its own arithmetic: mass lost in proportion to what the air lacks; stored eggs at 14 °C and three quarters. */
function simulated(watch: Watch, random: Random, rhPercent: number): { flock: number; eggs: SimulatedEgg[] } {
  const flock = 0.0133 * (1 + 0.08 * random.normal())
  // Fresh cells of 1.5 to 3 per cent, about alike within a flock.
  const freshOfFlock = random.between(0.015, 0.03)
  const lacks = 1 - rhPercent / 100
  const eggs = Array.from({ length: watch.eggs }, (_, i): SimulatedEgg => {
    const rate = flock * (1 + 0.12 * random.normal())
    const whole = watch.grams * (1 + 0.06 * random.normal())
    const fresh = freshOfFlock + 0.002 * random.normal()
    const lost = (day: number): number => rate * (day < 0 ? (0.25 * 11.99 * day) / 48.4 : lacks * day)
    return {
      id: `${i}`,
      rate,
      water: {
        cells: watch.photographedOn.map((ageDays) => ({
          ageDays,
          cell: {
            value:
              cellFromLoss({ value: lost(ageDays), sd: 0 }, { value: fresh, sd: 0 }).value +
              PHOTO_SD * random.normal(),
            sd: PHOTO_SD,
          },
        })),
        weights: watch.weighedOn.map((ageDays) => {
          const pan = whole * (1 - lost(ageDays)) + 0.05 * random.normal()
          return { ageDays, grams: Number((watch.stepG * Math.round(pan / watch.stepG)).toFixed(2)), sdG: 0 }
        }),
      },
    }
  })
  const stepG = stepOf(eggs.flatMap(({ water }) => water.weights.map(({ grams }) => grams)))
  for (const { water } of eggs)
    water.weights = water.weights.map((weight) => ({ ...weight, sdG: weighingSd(stepG) }))
  return { flock, eggs }
}

/**
 * How often what is said with its uncertainty holds: the rate of single eggs, and the mean of sets for the flock that they are of, within one and two
 * standard uncertainties, and how often a sound egg is called far off.
 */
export function sayCoverage(sets: number): string {
  const lines = WATCHES.map((watch) => {
    const eggs = { one: 0, two: 0, all: 0, off: 0 }
    const means = { one: 0, two: 0 }
    for (let seed = 0; seed < sets; seed++) {
      const random = createRandom(`coverage/${watch.name}/${seed}`)
      const rhPercent = 45 + 10 * random.uniform()
      const air: AirSpan[] = [{ fromDays: 0, rhPercent }]
      const { flock, eggs: own } = simulated(watch, random, rhPercent)
      const known = new Map<string, LossLine>()
      for (const { id, rate, water } of own) {
        const line = lossLine(water, air)
        if (!line) continue
        known.set(id, line)
        const off = Math.abs(line.perDryDay.value - rate) / line.perDryDay.sd
        eggs.all++
        if (off < 1) eggs.one++
        if (off < 2) eggs.two++
      }
      const set = setWater(known, vapourDeficitDays(air, 14))
      if (!set) continue
      eggs.off += set.outliers.length
      const off = Math.abs(set.perDryDay.value - flock) / set.perDryDay.sd
      if (off < 1) means.one++
      if (off < 2) means.two++
    }
    const percent = (count: number, of: number): string => ((100 * count) / of).toFixed(0).padStart(4)
    return `${watch.name.padEnd(46)} eggs ${percent(eggs.one, eggs.all)} /${percent(eggs.two, eggs.all)}   sets ${percent(means.one, sets)} /${percent(means.two, sets)}   called off ${((100 * eggs.off) / eggs.all).toFixed(1)} %`
  })
  return [
    `Within one and two standard uncertainties, of ${sets} sets each (68 and 95 % are right)`,
    ...lines,
  ].join('\n')
}
