import type { SetStory } from '../diagnosis/story.ts'
import { freshMassG, type EggSize } from '../planning/intake/egg-figures.ts'
import { createRandom } from '../random/random.ts'
import { usualTimetable } from '../planning/incubation/timetable.ts'
import type { Shell, SpeciesName } from '../species/species.ts'
import { hatcheryRun, type Fault } from './hatchery-run.ts'
import { createEgg, drawFate, type EggModel, type Fate } from './egg-model.ts'

/**
 * The made-up hatchery of the demo: a small place on an invented island that keeps rare breeds. What the eggs
 * are is known to the simulator and the stand-in camera alone; the app gets pictures.
 */
export interface DemoBasket {
  key: string
  setName: string
  species: SpeciesName
  breed: string
  shell: Shell
  /** Elapsed days at the moment the demo is opened. */
  ageDays: number
  rows: number
  columns: number
  /** Events of its plan that are behind it. */
  done: readonly string[]
  incubator: DemoIncubator['key']
  /** Ages at which the demo has looked before, days. */
  earlierLooks: readonly number[]
  /** Ages at which its eggs were weighed besides the day of setting, days. */
  weighings: readonly number[]
  notes: string
  /** Hours since each hatch and each pip, in the order of the living eggs. */
  hatching?: { outHours: readonly number[]; pippedHours: readonly number[] }
}

export interface DemoIncubator {
  key: 'cabinet' | 'hatcher' | 'loft'
  name: string
  airflow: 'forced' | 'still'
  displayCorrectionC: number
  capacity: number
  turner: 'auto' | 'hand'
}

export const DEMO_HATCHERY_NAME = 'Skerry Light Hatchery'

export const DEMO_INCUBATORS: readonly DemoIncubator[] = [
  {
    key: 'cabinet',
    name: 'Tall cabinet',
    airflow: 'forced',
    displayCorrectionC: -0.4,
    capacity: 60,
    turner: 'auto',
  },
  {
    key: 'hatcher',
    name: 'Still hatcher',
    airflow: 'still',
    displayCorrectionC: 0,
    capacity: 30,
    turner: 'hand',
  },
  {
    key: 'loft',
    name: 'Loft incubator',
    airflow: 'forced',
    displayCorrectionC: 0.3,
    capacity: 24,
    turner: 'hand',
  },
]

export const DEMO_BASKETS: readonly DemoBasket[] = [
  {
    key: 'beacon',
    setName: 'Beacon hens, spring set',
    species: 'chicken',
    breed: 'Holm Beacon',
    shell: 'tinted',
    ageDays: 7.3,
    rows: 3,
    columns: 4,
    done: ['set'],
    incubator: 'cabinet',
    earlierLooks: [],
    weighings: [],
    notes: 'From the three hens behind the lamp house. Second tray shelf.',
  },
  {
    key: 'saltmarsh',
    setName: 'Saltmarsh ducks',
    species: 'duck',
    breed: 'Tarn Saltmarsh',
    shell: 'blue',
    ageDays: 16.4,
    rows: 2,
    columns: 4,
    done: ['set', 'candle-1'],
    incubator: 'cabinet',
    earlierLooks: [9.1, 14],
    weighings: [],
    notes: 'Eggs came over on the ferry and rested a day.',
  },
  {
    key: 'lantern',
    setName: 'Lantern guineas',
    species: 'guinea-fowl',
    breed: 'Skerry Lantern',
    shell: 'tinted',
    ageDays: 14.1,
    rows: 3,
    columns: 4,
    done: ['set', 'candle-1'],
    incubator: 'loft',
    earlierLooks: [6.1, 9.1, 13.8],
    weighings: [3, 6, 9.2, 12.6],
    notes: 'In the loft, turned by hand. Somebody keep an eye on the second channel.',
  },
  {
    key: 'pebble',
    setName: 'Pebble bantams',
    species: 'bantam',
    breed: 'Holm Pebble',
    shell: 'white',
    ageDays: 16.75,
    rows: 2,
    columns: 3,
    done: ['set', 'candle-1', 'candle-2'],
    incubator: 'cabinet',
    earlierLooks: [14],
    weighings: [],
    notes: 'Lockdown tonight. The hens beside them still turn.',
  },
  {
    key: 'freckle',
    setName: 'Freckle quail',
    species: 'quail',
    breed: 'Skerry Freckle',
    shell: 'speckled',
    ageDays: 17.1,
    rows: 3,
    columns: 4,
    done: ['set', 'candle-1', 'candle-2', 'candle-3', 'stop-turning', 'lockdown'],
    incubator: 'hatcher',
    earlierLooks: [5.2, 10.1, 14.4],
    weighings: [],
    notes: 'They began last night: lid stays shut.',
    hatching: { outHours: [7.5, 3.2], pippedHours: [9.1, 4.4, 1.6] },
  },
]

/** Fates that the first basket is sure to hold, so that a first tray shows every grade; by egg number. */
const CERTAIN_FATES: Readonly<Record<string, Readonly<Record<number, Fate>>>> = {
  beacon: {
    2: { kind: 'clear' },
    5: { kind: 'died', onDay: 3.6 },
    7: { kind: 'developing' },
    10: { kind: 'died', onDay: 4.1 },
  },
  saltmarsh: { 3: { kind: 'died', onDay: 10.5 }, 6: { kind: 'clear' } },
  lantern: { 3: { kind: 'clear' }, 10: { kind: 'developing' } },
  pebble: {},
  freckle: {},
}

export function basketByKey(key: string): DemoBasket | undefined {
  return DEMO_BASKETS.find((basket) => basket.key === key)
}

/** The egg with this number, from 1; always the same one. */
export function demoEgg(basket: DemoBasket, number: number): EggModel {
  const seed = `${basket.key}/${number}`
  const fate =
    CERTAIN_FATES[basket.key]?.[number] ??
    drawFate(createRandom(`fate/${seed}`), usualTimetable(basket.species).incubationDays)
  const egg = createEgg(seed, { species: basket.species, shell: basket.shell, fate })
  const { driedBy = 1, cracked = [] } = STORIES[basket.key] ?? {}
  const isCracked = cracked.includes(number)
  return { ...egg, waterLoss: Math.min(0.3, egg.waterLoss * driedBy * (isCracked ? CRACK_LOSS : 1)) }
}

/** What befell a basket: how much faster the air dried it than is usual, and which eggs have a hairline that nobody saw. */
const STORIES: Readonly<Record<string, { driedBy: number; cracked: readonly number[] }>> = {
  // 40 % in place of 50: (1 − 0.4) ÷ (1 − 0.5).
  lantern: { driedBy: 1.2, cracked: [9] },
}
const CRACK_LOSS = 2.1

/** What an egg of the demo weighs at an age, g. @param size - as it was callipered */
export function demoWeightG(egg: EggModel, size: EggSize, ageDays: number): number {
  const lost = egg.waterLoss * (ageDays / usualTimetable(egg.species).stopTurningDay)
  return Number((freshMassG(size) * (1 - lost)).toFixed(1))
}

/** A set of the made-up hatchery that is long over: no pictures of it are left, but all that was written down. */
export interface DemoPastSet {
  key: string
  setName: string
  breed: string
  shell: Shell
  /** Since it was set. */
  daysAgo: number
  eggs: number
  /** What was wrong then, as only the simulator knows; null where nothing was. */
  fault: Fault | null
  source: string
  notes: string
}

export const DEMO_PAST: readonly DemoPastSet[] = [
  {
    key: 'thrift',
    setName: 'Thrift hens, autumn set',
    breed: 'Holm Thrift',
    shell: 'tinted',
    daysAgo: 58,
    eggs: 60,
    fault: 'dry',
    source: 'hen house by the slip',
    notes: 'Both channels were empty more than once.',
  },
  {
    key: 'campion',
    setName: 'Campion hens, last spring',
    breed: 'Holm Campion',
    shell: 'brown',
    daysAgo: 231,
    eggs: 40,
    fault: null,
    source: 'hen house on the hill',
    notes: '',
  },
]

/** What was seen and noted of a past set; always the same. */
export function demoPastStory({ key, eggs, fault }: DemoPastSet): SetStory {
  return hatcheryRun(`demo/${key}`, { eggs, fault })
}
