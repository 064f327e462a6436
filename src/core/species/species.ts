export const SHELLS = ['white', 'tinted', 'brown', 'dark', 'blue', 'speckled'] as const
export type Shell = (typeof SHELLS)[number]

/** Who can share a brooder: small birds drown or are trampled beside large ones, waterfowl wet everybody. */
export const BROODER_GROUPS = ['fowl', 'small', 'waterfowl'] as const
export type BrooderGroup = (typeof BROODER_GROUPS)[number]

export interface Species {
  label: string
  group: BrooderGroup
  /** Relative humidity until turning stops, and after, %. */
  humidityPercent: readonly [number, number]
  hatchHumidityPercent: readonly [number, number]
  /** Loss of water by the last day of turning, % of the fresh mass. */
  waterLossPercent: readonly [number, number]
  lengthMm: number
  breadthMm: number
}

/** Defaults from general poultry science; a keeper may change each. The one list of birds; their days are in `usual-days.ts`. */
const TABLE = {
  chicken: {
    label: 'Chicken',
    group: 'fowl',
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 13],
    lengthMm: 57,
    breadthMm: 43,
  },
  bantam: {
    label: 'Bantam',
    group: 'fowl',
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 13],
    lengthMm: 46,
    breadthMm: 35,
  },
  quail: {
    label: 'Japanese quail',
    group: 'small',
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [10, 13],
    lengthMm: 33,
    breadthMm: 26,
  },
  bobwhite: {
    label: 'Bobwhite quail',
    group: 'small',
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [10, 13],
    lengthMm: 31,
    breadthMm: 24,
  },
  'guinea-fowl': {
    label: 'Guinea fowl',
    group: 'fowl',
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 14],
    lengthMm: 51,
    breadthMm: 39,
  },
  turkey: {
    label: 'Turkey',
    group: 'fowl',
    humidityPercent: [50, 58],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 13],
    lengthMm: 64,
    breadthMm: 48,
  },
  pheasant: {
    label: 'Ring-necked pheasant',
    group: 'fowl',
    humidityPercent: [50, 58],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [12, 15],
    lengthMm: 45,
    breadthMm: 36,
  },
  chukar: {
    label: 'Chukar partridge',
    group: 'small',
    humidityPercent: [45, 55],
    hatchHumidityPercent: [65, 75],
    waterLossPercent: [11, 14],
    lengthMm: 41,
    breadthMm: 31,
  },
  duck: {
    label: 'Domestic duck',
    group: 'waterfowl',
    humidityPercent: [50, 58],
    hatchHumidityPercent: [70, 80],
    waterLossPercent: [12, 14],
    lengthMm: 62,
    breadthMm: 45,
  },
  muscovy: {
    label: 'Muscovy duck',
    group: 'waterfowl',
    humidityPercent: [50, 58],
    hatchHumidityPercent: [70, 80],
    waterLossPercent: [12, 15],
    lengthMm: 65,
    breadthMm: 47,
  },
  goose: {
    label: 'Goose',
    group: 'waterfowl',
    humidityPercent: [50, 55],
    hatchHumidityPercent: [70, 80],
    waterLossPercent: [12, 15],
    lengthMm: 85,
    breadthMm: 57,
  },
  peafowl: {
    label: 'Peafowl',
    group: 'fowl',
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
