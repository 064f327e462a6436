import { SPECIES, type SpeciesName } from '../species/species.ts'
import type { Band } from './band.ts'

/** What can be run, %: drier than this shells and membranes suffer, moister than this moulds grow. */
export const RH_LIMITS = { least: 25, most: 75 } as const

/** How moist a keeper runs the air, and why people differ: `words/methods.ts` has the reasons. */
export const AIR_METHODS = [
  'usual',
  'dry',
  'moist',
  'thin-shells',
  'by-loss',
  'unmeasured',
  'maker',
  'own',
] as const
export type AirMethod = (typeof AIR_METHODS)[number]
/** Methods whose figures the keeper writes. */
export const OWN_FIGURES: readonly AirMethod[] = ['maker', 'own']

/** A keeper’s habit for the air. */
export interface AirHabit {
  method: AirMethod
  /** Relative humidity until lockdown and from it on, %, for the methods with figures of one’s own. */
  own: { until: Band; from: Band }
  /** By how much it is run cooler from lockdown on, °C: a full hatcher warms itself. */
  lockdownCoolerC: number
}

export const USUAL_AIR: Readonly<AirHabit> = {
  method: 'usual',
  own: { until: { low: 45, high: 55 }, from: { low: 65, high: 75 } },
  lockdownCoolerC: 0,
}
export const MOST_COOLER_C = 1

/** What the air is to keep to at one set. */
export interface AirWanted {
  /** Relative humidity until lockdown and from it on, %. */
  until: Band
  from: Band
  lockdownCoolerC: number
  /** Whether anybody reads it; where nobody does, the bands are no more than what eggs can stand. */
  isMeasured: boolean
}

const RUNNABLE: Band = { low: RH_LIMITS.least, high: RH_LIMITS.most }
const DRY: Band = { low: 25, high: 40 }
const MOIST: Band = { low: 60, high: 65 }
const THIN_SHELLS: Band = { low: 67, high: 73 }

/** What a habit asks of the air for a bird. */
export function airWanted(habit: AirHabit, species: SpeciesName): AirWanted {
  const { lockdownCoolerC, method } = habit
  return { ...bandsOf(habit, species), lockdownCoolerC, isMeasured: method !== 'unmeasured' }
}

function bandsOf({ method, own }: AirHabit, species: SpeciesName): Pick<AirWanted, 'until' | 'from'> {
  const until = band(SPECIES[species].humidityPercent)
  const from = band(SPECIES[species].hatchHumidityPercent)
  switch (method) {
    case 'usual':
      return { until, from }
    case 'dry':
      return { until: DRY, from }
    case 'moist':
      return { until: MOIST, from: MOIST }
    case 'thin-shells':
      return { until: THIN_SHELLS, from }
    case 'by-loss':
      // Whatever the eggs ask for, within what can be run.
      return { until: RUNNABLE, from }
    case 'unmeasured':
      // Nobody reads it: the channels of this incubator are kept full, as is its habit, and no figure is asked for.
      return { until: RUNNABLE, from: RUNNABLE }
    case 'maker':
    case 'own':
      return own
  }
}

function band([low, high]: readonly [number, number]): Band {
  return { low, high }
}

/** A band as one writes it: 45–55. */
export function sayBand({ low, high }: Band): string {
  return low === high ? String(low) : `${low}–${high}`
}

/** Whether what the eggs’ loss asks for lies outside of what is wanted, and where. */
export function lossAgainstBand(wantedRhPercent: number, { low, high }: Band): 'drier' | 'moister' | null {
  if (wantedRhPercent < low) return 'drier'
  return wantedRhPercent > high ? 'moister' : null
}
