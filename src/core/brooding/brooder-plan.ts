import { SPECIES, type BrooderGroup, type SpeciesName } from '../species/species.ts'
import { wanted } from '../wanted.ts'

/** What warms chicks: a lamp over them, or a plate that they stand under. */
export const BROODER_WARMTHS = ['lamp', 'plate'] as const
export type BrooderWarmth = (typeof BROODER_WARMTHS)[number]

/** One week in the brooder. */
export interface BrooderWeek {
  /** From 1. */
  week: number
  /** At the floor under the lamp, °C. */
  celsius: { low: number; high: number }
  /** For all chicks together, m². */
  floorM2: number
}

export const BROODER_WARNINGS = ['one-alone', 'small-drown', 'waterfowl-apart'] as const
export type BrooderWarning = (typeof BROODER_WARNINGS)[number]

const WEEKS = 6
const FIRST_WEEK = { low: 32, high: 35 } as const
/** Each week less, down to a warm room. */
const LESS_EACH_WEEK = 3
const ROOM = 21
/** For each chick to four weeks, and after, m². Small birds need a third, large ones half as much again. */
const FLOOR = { young: 0.05, older: 0.1, youngWeeks: 4 } as const
const SIZE: Readonly<Record<BrooderGroup, number>> = { small: 1 / 3, fowl: 1, waterfowl: 1.5 }

/** Temperature and floor space by week for a number of chicks of one species. */
export function brooderPlan(species: SpeciesName, chicks: number): BrooderWeek[] {
  wanted('chicks', chicks, [0, Infinity])
  const size = SIZE[SPECIES[species].group]
  return Array.from({ length: WEEKS }, (_, i) => {
    const floor = i < FLOOR.youngWeeks ? FLOOR.young : FLOOR.older
    return {
      week: i + 1,
      celsius: {
        low: Math.max(ROOM, FIRST_WEEK.low - LESS_EACH_WEEK * i),
        high: Math.max(ROOM, FIRST_WEEK.high - LESS_EACH_WEEK * i),
      },
      floorM2: Number((chicks * floor * size).toFixed(2)),
    }
  })
}

/** What to mind of birds that are to share a brooder. */
export function brooderWarnings(
  birds: ReadonlyArray<{ species: SpeciesName; chicks: number }>,
): BrooderWarning[] {
  const there = birds.filter(({ chicks }) => chicks > 0)
  const groups = new Set(there.map(({ species }) => SPECIES[species].group))
  const warnings: BrooderWarning[] = []
  if (there.length === 1 && there[0]!.chicks === 1) warnings.push('one-alone')
  if (groups.has('small')) warnings.push('small-drown')
  if (groups.has('waterfowl') && groups.size > 1) warnings.push('waterfowl-apart')
  return warnings
}
