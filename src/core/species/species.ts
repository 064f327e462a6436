export const SPECIES_NAMES = [
  'chicken',
  'bantam',
  'quail',
  'bobwhite',
  'guinea-fowl',
  'turkey',
  'pheasant',
  'chukar',
  'duck',
  'muscovy',
  'goose',
  'peafowl',
] as const
export type SpeciesName = (typeof SPECIES_NAMES)[number]

export const SHELLS = ['white', 'tinted', 'brown', 'dark', 'blue', 'speckled'] as const
export type Shell = (typeof SHELLS)[number]

/** Who can share a brooder: small birds drown or are trampled beside large ones, waterfowl wet everybody. */
export const BROODER_GROUPS = ['fowl', 'small', 'waterfowl'] as const
export type BrooderGroup = (typeof BROODER_GROUPS)[number]

export interface Species {
  name: SpeciesName
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

/** Defaults from general poultry science; a keeper may change each. */
export const SPECIES: Readonly<Record<SpeciesName, Species>> = table([
  // name, label, group, days, usual range, stop turning, give up, RH until then, RH after, water loss, length, breadth
  ['chicken', 'Chicken', 'fowl', 21, [20, 22], 18, 23, [45, 55], [65, 75], [11, 13], 57, 43],
  ['bantam', 'Bantam', 'fowl', 20, [19, 21], 17, 23, [45, 55], [65, 75], [11, 13], 46, 35],
  ['quail', 'Japanese quail', 'small', 17.5, [16, 18], 14.5, 20, [45, 55], [65, 75], [10, 13], 33, 26],
  ['bobwhite', 'Bobwhite quail', 'small', 23.5, [23, 24], 20.5, 26, [45, 55], [65, 75], [10, 13], 31, 24],
  ['guinea-fowl', 'Guinea fowl', 'fowl', 27, [26, 28], 24, 30, [45, 55], [65, 75], [11, 14], 51, 39],
  ['turkey', 'Turkey', 'fowl', 28, [27, 29], 25, 31, [50, 58], [65, 75], [11, 13], 64, 48],
  ['pheasant', 'Ring-necked pheasant', 'fowl', 24, [23, 25], 21, 27, [50, 58], [65, 75], [12, 15], 45, 36],
  ['chukar', 'Chukar partridge', 'small', 23.5, [23, 24], 20.5, 26, [45, 55], [65, 75], [11, 14], 41, 31],
  ['duck', 'Domestic duck', 'waterfowl', 28, [27, 29], 25, 31, [50, 58], [70, 80], [12, 14], 62, 45],
  ['muscovy', 'Muscovy duck', 'waterfowl', 35, [33, 37], 31.5, 38, [50, 58], [70, 80], [12, 15], 65, 47],
  ['goose', 'Goose', 'waterfowl', 30, [28, 32], 27, 34, [50, 55], [70, 80], [12, 15], 85, 57],
  ['peafowl', 'Peafowl', 'fowl', 28, [27, 29], 25, 31, [50, 58], [65, 75], [12, 14], 70, 52],
])

type Row = [
  SpeciesName,
  string,
  BrooderGroup,
  number,
  [number, number],
  number,
  number,
  [number, number],
  [number, number],
  [number, number],
  number,
  number,
]

function table(rows: readonly Row[]): Record<SpeciesName, Species> {
  const species = {} as Record<SpeciesName, Species>
  for (const row of rows) {
    const [
      name,
      label,
      group,
      incubationDays,
      usualRangeDays,
      stopTurningDay,
      giveUpDay,
      humidityPercent,
      hatchHumidityPercent,
      waterLossPercent,
      lengthMm,
      breadthMm,
    ] = row
    species[name] = {
      name,
      label,
      group,
      incubationDays,
      usualRangeDays,
      stopTurningDay,
      giveUpDay,
      humidityPercent,
      hatchHumidityPercent,
      waterLossPercent,
      lengthMm,
      breadthMm,
    }
  }
  return species
}

/** Stage as a fraction of incubation: 0 at setting, 1 at the expected hatch. */
export function stageOf(species: SpeciesName, ageDays: number): number {
  return ageDays / SPECIES[species].incubationDays
}
