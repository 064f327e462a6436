import { createRandom } from '../random/random.ts'
import { createEgg, eggAt, type EggModel, type Fate } from '../simulate/egg-model.ts'
import { usualTimetable } from '../planning/incubation/timetable.ts'
import type { Shell, SpeciesName } from '../species/species.ts'

export const CLASS_EGGS = 12

export interface ClassEgg {
  /** From 1, as on the sheet. */
  number: number
  egg: EggModel
  truth: 'developing' | 'clear' | 'blood-ring' | 'quitter'
}

/** Twelve eggs of one day for a class; the same word gives the same eggs, so that a sheet can be used again. */
export function classTray(
  word: string,
  { species, shell, ageDays }: { species: SpeciesName; shell: Shell; ageDays: number },
): ClassEgg[] {
  const random = createRandom(`class/${word}`)
  const days = usualTimetable(species).incubationDays
  const died = (from: number, to: number): Fate => ({
    kind: 'died',
    onDay: Math.min(ageDays * 0.9, random.between(from, to) * days),
  })
  // Most live, as in a good tray; some of each that does not.
  const fates: Fate[] = [
    ...Array<Fate>(7).fill({ kind: 'developing' }),
    { kind: 'clear' },
    { kind: 'clear' },
    died(0.11, 0.2),
    died(0.11, 0.2),
    died(0.35, 0.6),
  ]
  const order = fates
    .map((fate) => ({ fate, at: random.uniform() }))
    .sort((a, b) => a.at - b.at)
    .map(({ fate }) => fate)
  return order.map((fate, i) => {
    const made = createEgg(`${word}/${i + 1}`, { species, shell, fate })
    const egg = { ...made, vigourDays: 0, nature: { ...made.nature, stains: 0 } }
    return { number: i + 1, egg, truth: eggAt(egg, ageDays).grade }
  })
}
