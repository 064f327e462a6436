export const SPECIES_NAMES = [
  'chicken', 'bantam', 'quail', 'bobwhite', 'guinea-fowl', 'turkey',
  'pheasant', 'chukar', 'duck', 'muscovy', 'goose', 'peafowl',
] as const
export type SpeciesName = (typeof SPECIES_NAMES)[number]

export const SHELLS = ['white', 'tinted', 'brown', 'dark', 'blue', 'speckled'] as const
export type Shell = (typeof SHELLS)[number]

export interface Species {
  name: SpeciesName
  label: string
  /** Incubation, days from setting to hatch. */
  incubationDays: number
  usualRangeDays: readonly [number, number]
  /** Last day of turning. */
  stopTurningDay: number
  /** Open what has not hatched after this day. */
  giveUpDay: number
  lengthMm: number
  breadthMm: number
}

/** Defaults from general poultry science; a keeper may change each. */
export const SPECIES: Readonly<Record<SpeciesName, Species>> = {
  chicken: row('chicken', 'Chicken', 21, [20, 22], 18, 23, 57, 43),
  bantam: row('bantam', 'Bantam', 20, [19, 21], 17, 23, 46, 35),
  quail: row('quail', 'Japanese quail', 17.5, [16, 18], 14.5, 20, 33, 26),
  bobwhite: row('bobwhite', 'Bobwhite quail', 23.5, [23, 24], 20.5, 26, 31, 24),
  'guinea-fowl': row('guinea-fowl', 'Guinea fowl', 27, [26, 28], 24, 30, 51, 39),
  turkey: row('turkey', 'Turkey', 28, [27, 29], 25, 31, 64, 48),
  pheasant: row('pheasant', 'Ring-necked pheasant', 24, [23, 25], 21, 27, 45, 36),
  chukar: row('chukar', 'Chukar partridge', 23.5, [23, 24], 20.5, 26, 41, 31),
  duck: row('duck', 'Domestic duck', 28, [27, 29], 25, 31, 62, 45),
  muscovy: row('muscovy', 'Muscovy duck', 35, [33, 37], 31.5, 38, 65, 47),
  goose: row('goose', 'Goose', 30, [28, 32], 27, 34, 85, 57),
  peafowl: row('peafowl', 'Peafowl', 28, [27, 29], 25, 31, 70, 52),
}

function row(
  name: SpeciesName, label: string, incubationDays: number, usualRangeDays: [number, number],
  stopTurningDay: number, giveUpDay: number, lengthMm: number, breadthMm: number,
): Species {
  return { name, label, incubationDays, usualRangeDays, stopTurningDay, giveUpDay, lengthMm, breadthMm }
}

/** Stage as a fraction of incubation: 0 at setting, 1 at the expected hatch. */
export function stageOf(species: SpeciesName, ageDays: number): number {
  return ageDays / SPECIES[species].incubationDays
}
