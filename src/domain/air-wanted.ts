import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { airWanted, type AirHabit, type AirWanted } from '../core/climate/air-method.ts'
import type { SpeciesName } from '../core/species/species.ts'

/** The place’s habit for a bird: its own where it has one. */
export function airHabitFor(
  species: SpeciesName,
  { air, airOfSpecies }: Pick<Hatchery, 'air' | 'airOfSpecies'>,
): AirHabit {
  return airOfSpecies.find((own) => own.species === species)?.habit ?? air
}

/** What the air is to keep to at a set: by its own habit, else its bird’s, else the place’s. */
export function airWantedOf(
  { species, plan }: Pick<EggSet, 'species' | 'plan'>,
  hatchery: Pick<Hatchery, 'air' | 'airOfSpecies'>,
): AirWanted {
  return airWanted(plan.air ?? airHabitFor(species, hatchery), species)
}
