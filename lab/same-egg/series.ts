import type { Grade } from '../../src/core/grade-names.ts'
import type { Random } from '../../src/core/random/random.ts'
import { SHELLS, SPECIES_NAMES, type Shell, type SpeciesName } from '../../src/core/species/species.ts'

/** One photograph of a series, as parts.jsonl names it: a set's eggs were all looked at three times. */
export interface SeriesPhoto {
  file: string
  set: number
  egg: number
  look: number
  species: SpeciesName
  shell: Shell
  /** Elapsed age, days. */
  day: number
  /** Fraction of incubation. */
  f: number
  grade: Grade
  readable: boolean
}

/** Fraction of incubation at the three looks. */
const STAGES = [0.33, 0.6, 0.84] as const

/** A set of one species and shell, and what becomes of its eggs. */
export function drawSeries(random: Random, eggs: number) {
  const species = random.uniform() < 0.4 ? 'chicken' : random.pick(SPECIES_NAMES)
  const shell = random.pick(SHELLS)
  const fates = Array.from({ length: eggs }, () => {
    const u = random.uniform()
    return u < 0.6 ? 'developing' : u < 0.75 ? 'clear' : u < 0.85 ? 'ring' : 'quitter'
  })
  const looks = fates.flatMap((fate, egg) =>
    STAGES.map((stage, look) => ({
      egg,
      look,
      fate,
      stage: stage + random.between(-0.02, 0.02),
      grade: gradeAt(fate, look),
      rollRad: random.between(0, 2 * Math.PI),
    })),
  )
  return { species, shell, looks }
}

function gradeAt(fate: string, look: number): Grade {
  if (fate === 'clear') return 'clear'
  if (fate === 'ring') return 'blood-ring'
  return fate === 'quitter' && look > 0 ? 'quitter' : 'developing'
}
