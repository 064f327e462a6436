export const SHELLS = ['white', 'tinted', 'brown', 'dark', 'blue', 'speckled'] as const
export type Shell = (typeof SHELLS)[number]

/** Who can share a brooder: small birds drown or are trampled beside large ones, waterfowl wet everybody. */
export const BROODER_GROUPS = ['fowl', 'small', 'waterfowl'] as const
export type BrooderGroup = (typeof BROODER_GROUPS)[number]

export interface Species {
  label: string
  group: BrooderGroup
  /** Incubation, days from setting to hatch. */
  incubationDays: number
  usualRangeDays: readonly [number, number]
  /** Last day of turning. */
  stopTurningDay: number
  /** Open what has not hatched after this day. */
  giveUpDay: number
  /** Relative humidity until turning stops, and after, %. */
  humidityPercent: readonly [number, number]
  hatchHumidityPercent: readonly [number, number]
  /** Loss of water by the last day of turning, % of the fresh mass. */
  waterLossPercent: readonly [number, number]
  lengthMm: number
  breadthMm: number
}

/** Defaults from general poultry science; a keeper may change each. The one list of birds: all else follows from it. */
const TABLE = {
  chicken: {
    label: 'Chicken',
    group: 'fowl',
    incubationDays: 21,
    usualRangeDays: [20, 22],
    stopTurningDay: 18,
    giveUpDay: 23,
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 13],
    lengthMm: 57,
    breadthMm: 43,
  },
  bantam: {
    label: 'Bantam',
    group: 'fowl',
    incubationDays: 20,
    usualRangeDays: [19, 21],
    stopTurningDay: 17,
    giveUpDay: 23,
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 13],
    lengthMm: 46,
    breadthMm: 35,
  },
  quail: {
    label: 'Japanese quail',
    group: 'small',
    incubationDays: 17.5,
    usualRangeDays: [16, 18],
    stopTurningDay: 14.5,
    giveUpDay: 20,
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [10, 13],
    lengthMm: 33,
    breadthMm: 26,
  },
  bobwhite: {
    label: 'Bobwhite quail',
    group: 'small',
    incubationDays: 23.5,
    usualRangeDays: [23, 24],
    stopTurningDay: 20.5,
    giveUpDay: 26,
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [10, 13],
    lengthMm: 31,
    breadthMm: 24,
  },
  'guinea-fowl': {
    label: 'Guinea fowl',
    group: 'fowl',
    incubationDays: 27,
    usualRangeDays: [26, 28],
    stopTurningDay: 24,
    giveUpDay: 30,
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 14],
    lengthMm: 51,
    breadthMm: 39,
  },
  turkey: {
    label: 'Turkey',
    group: 'fowl',
    incubationDays: 28,
    usualRangeDays: [27, 29],
    stopTurningDay: 25,
    giveUpDay: 31,
    humidityPercent: [50, 58],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 13],
    lengthMm: 64,
    breadthMm: 48,
  },
  pheasant: {
    label: 'Ring-necked pheasant',
    group: 'fowl',
    incubationDays: 24,
    usualRangeDays: [23, 25],
    stopTurningDay: 21,
    giveUpDay: 27,
    humidityPercent: [50, 58],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [12, 15],
    lengthMm: 45,
    breadthMm: 36,
  },
  chukar: {
    label: 'Chukar partridge',
    group: 'small',
    incubationDays: 23.5,
    usualRangeDays: [23, 24],
    stopTurningDay: 20.5,
    giveUpDay: 26,
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 14],
    lengthMm: 41,
    breadthMm: 31,
  },
  duck: {
    label: 'Domestic duck',
    group: 'waterfowl',
    incubationDays: 28,
    usualRangeDays: [27, 29],
    stopTurningDay: 25,
    giveUpDay: 31,
    humidityPercent: [50, 58],
    hatchHumidityPercent: [70, 80],
    waterLossPercent: [12, 14],
    lengthMm: 62,
    breadthMm: 45,
  },
  muscovy: {
    label: 'Muscovy duck',
    group: 'waterfowl',
    incubationDays: 35,
    usualRangeDays: [33, 37],
    stopTurningDay: 31.5,
    giveUpDay: 38,
    humidityPercent: [50, 58],
    hatchHumidityPercent: [70, 80],
    waterLossPercent: [12, 15],
    lengthMm: 65,
    breadthMm: 47,
  },
  goose: {
    label: 'Goose',
    group: 'waterfowl',
    incubationDays: 30,
    usualRangeDays: [28, 32],
    stopTurningDay: 27,
    giveUpDay: 34,
    humidityPercent: [50, 55],
    hatchHumidityPercent: [70, 80],
    waterLossPercent: [12, 15],
    lengthMm: 85,
    breadthMm: 57,
  },
  peafowl: {
    label: 'Peafowl',
    group: 'fowl',
    incubationDays: 28,
    usualRangeDays: [27, 29],
    stopTurningDay: 25,
    giveUpDay: 31,
    humidityPercent: [50, 58],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [12, 14],
    lengthMm: 70,
    breadthMm: 52,
  },
} as const satisfies Record<string, Species>

export type SpeciesName = keyof typeof TABLE
export const SPECIES: Readonly<Record<SpeciesName, Species>> = TABLE
export const SPECIES_NAMES = Object.keys(TABLE) as [SpeciesName, ...SpeciesName[]]

/** Stage as a fraction of incubation: 0 at setting, 1 at the expected hatch. */
export function stageOf(species: SpeciesName, ageDays: number): number {
  return ageDays / SPECIES[species].incubationDays
}
